<?php

declare(strict_types=1);

namespace App\Topology\Record;

use App\Platform\CurrentPerson;
use App\Platform\Http\Asked;
use App\Platform\Journal\Actor;
use App\Platform\Journal\Journal;
use App\Platform\Once;
use App\Platform\Refused;
use App\Topology\Item;
use App\Topology\Record\Requests\RetireItemRequest;
use App\Topology\Record\Requests\SettleValueRequest;
use App\Topology\Record\Requests\StoreItemRequest;
use App\Topology\Record\Requests\UpdateItemRequest;
use App\Topology\TopologyEntry;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\RedirectResponse;
use Illuminate\Http\Request;
use Illuminate\Support\Facades\DB;
use Skarvo\Topology\Exchange\EstateRow;
use Skarvo\Topology\Exchange\ImportPlan;
use Skarvo\Topology\Exchange\PlannedRow;
use Skarvo\Topology\Record\Attribute;
use Skarvo\Topology\Record\BadValue;
use Skarvo\Topology\Record\Need;

/** Items as people set them, one at a time: with what they need, and why. */
final class ItemForm
{
    /** What the form offers to choose from, and what an item has now. */
    public function show(Request $request): JsonResponse
    {
        $item = Asked::text($request, 'item');
        $row = $item === '' ? null : DB::table('items')->where('id', $item)->first();
        $needs = $row === null ? [] : Needs::of([$item])[$item] ?? [];

        return new JsonResponse([
            'types' => array_values(array_map(static fn($type): array => $type->toArray(), Fields::types())),
            'roles' => array_map(static fn(Attribute $role): array => $role->toArray(), Roles::all()),
            'kinds' => DB::table('items')->distinct()->orderBy('kind')->pluck('kind'),
            'teams' => DB::table('teams')->orderBy('name')->get(['id', 'name']),
            'people' => DB::table('people')->orderBy('name')->get(['id', 'name']),
            'relations' => DB::table('relations')->orderBy('forward')->get(['id', 'forward', 'strength']),
            // What it needs, by name; what else could be is found as one types.
            'items' => DB::table('items')
                ->whereIn('id', array_merge(...array_map(static fn(Need $need): array => $need->members, $needs)))
                ->get(['id', 'name']),
            'fields' => $row === null ? new \stdClass : (object) Fields::of($row),
            'needs' => $row === null ? '' : Fields::words()->format($needs),
        ]);
    }

    public function store(StoreItemRequest $request): RedirectResponse
    {
        $input = $request->validated();
        $id = trim($input['id']);
        self::refuseTaken($id);
        $this->record($request, $id, self::texts($input['fields']), $input['needs'] ?? null, null, $input['why'] ?? '');

        return redirect('/estate/'.rawurlencode($id));
    }

    private static function refuseTaken(string $id): void
    {
        if (Item::query()->whereKey($id)->exists()) {
            throw Refused::because("There is an item \"$id\" already. Open that one, or choose another id.", 'id');
        }
    }

    public function update(UpdateItemRequest $request, Item $item): RedirectResponse
    {
        $input = $request->validated();
        $this->record(
            $request, $item->id, self::texts($input['fields'] ?? []),
            array_key_exists('needs', $input) ? (string) $input['needs'] : null,
            ['fields' => self::texts($input['was'] ?? []), 'needs' => (string) ($input['needs_was'] ?? '')], $input['why'] ?? '',
        );

        return back();
    }

    /**
     * @param  array<array-key, string>  $fields  those that change
     * @param  string|null  $needs  in words; null: as they are
     * @param  array{fields: array<array-key, string>, needs: string}|null  $was  what the person saw when they began; null: it is new
     *
     * @throws Refused by field: what cannot be, or what somebody else changed meanwhile
     */
    private function record(Request $request, string $id, array $fields, ?string $needs, ?array $was, string $why): void
    {
        $person = CurrentPerson::of($request);
        Once::for($request, function () use ($id, $fields, $needs, $was, $why, $person): void {
            // Looked at again where nobody else can write: of two at once, one is told.
            if ($was === null) {
                self::refuseTaken($id);
            }
            $this->checkEach($id, $fields);
            if ($was !== null) {
                $this->refuseOvertaken($id, $fields, $needs, $was, $person->name);
            }
            // One item is a file with one row: what holds for a file holds for a form.
            $row = new OneRow(new EstateRow('', $id, $fields, $needs));
            foreach ((new ImportPlan($row, new RecordedItems, Fields::load(), Fields::relations()))->rows() as $planned) {
                if ($planned->outcome === PlannedRow::REFUSED) {
                    throw Refused::because((string) $planned->why, $this->fieldOf((string) $planned->why, $needs));
                }
                if ($planned->outcome !== PlannedRow::SAME) {
                    (new RecordItems)([$planned], Actor::person($person), ['why' => $why]);
                }
            }
        });
    }

    /** @param  array<array-key, string>  $fields */
    private function checkEach(string $id, array $fields): void
    {
        $record = Fields::load();
        $kind = $fields['kind'] ?? (string) DB::table('items')->where('id', $id)->value('kind');
        $wrong = [];
        foreach ($fields as $field => $text) {
            try {
                $record->check($kind, (string) $field, $text);
            } catch (BadValue $e) {
                $wrong["fields.$field"] = $e->getMessage();
            }
        }
        if ($wrong !== []) {
            throw Refused::fields($wrong);
        }
    }

    private function fieldOf(string $why, ?string $needs): string
    {
        return $needs !== null && preg_match('/need/i', $why) === 1 ? 'needs' : 'action';
    }

    /**
     * @param  array<array-key, string>  $fields
     * @param  array{fields: array<array-key, string>, needs: string}  $was
     */
    private function refuseOvertaken(string $id, array $fields, ?string $needs, array $was, string $me): void
    {
        $row = DB::table('items')->where('id', $id)->first();
        $now = $row === null ? [] : Fields::of($row);
        $wrong = [];
        foreach ($fields as $field => $value) {
            $current = $now[$field] ?? '';
            if ($current !== ($was['fields'][$field] ?? '') && $current !== trim($value)) {
                $wrong["fields.$field"] = $this->whoSet($id, (string) $field, $me).' set this to "'
                    .($current === '' ? 'none' : $current).'" meanwhile. Save again to put yours in its place.';
            }
        }
        $needsNow = Fields::words()->format(Needs::of([$id])[$id] ?? []);
        if ($needs !== null && $needsNow !== $was['needs'] && $needsNow !== $needs) {
            $wrong['needs'] = 'Somebody changed what it needs meanwhile: '.(
                $needsNow === '' ? 'nothing' : $needsNow
            ).'. Save again to put yours in its place.';
        }
        if ($wrong !== []) {
            throw Refused::fields($wrong);
        }
    }

    private function whoSet(string $id, string $field, string $me): string
    {
        $by = DB::table('item_values')->where('item_id', $id)->where('field', $field)->orderByDesc('said_at')->value('said_by');

        return is_string($by) && $by !== $me ? $by : 'Somebody';
    }

    /** What a scan says otherwise: the person's word stays, or the scan's is taken. */
    public function settle(SettleValueRequest $request, Item $item): RedirectResponse
    {
        $input = $request->validated();
        $person = CurrentPerson::of($request);
        Once::for($request, static function () use ($item, $input, $person): void {
            $said = DB::table('item_values')->where('item_id', $item->id)
                ->where('field', $input['field'])->where('origin', '!=', Fields::BY_HAND)->orderByDesc('said_at')
                ->first();
            $ours = DB::table('item_values')->where('item_id', $item->id)
                ->where('field', $input['field'])->where('origin', Fields::BY_HAND)->value('value');
            if ($said === null || ! is_string($ours)) {
                return;
            }
            if ($input['take']) {
                (new RecordItems)(
                    [new PlannedRow('', $item->id, PlannedRow::CHANGED, [$input['field'] => [$ours, $said->value]])],
                    Actor::person($person), ['said_by' => $said->said_by],
                );

                return;
            }
            DB::table('item_values')->where('item_id', $item->id)
                ->where('field', $input['field'])->where('origin', '!=', Fields::BY_HAND)
                ->update(['overruled' => true]);
            Journal::write(
                Actor::person($person), TopologyEntry::ItemOverruled, ['item', $item->id],
                ['name' => $item->name, 'field' => $input['field'], 'ours' => $ours === '' ? 'none' : $ours, 'theirs' => $said->value],
            );
        });

        return back();
    }

    /** It is there after all, or it is known to be gone: "not seen since" is answered. */
    public function seen(Request $request, Item $item): RedirectResponse
    {
        $person = CurrentPerson::of($request);
        Once::for($request, static function () use ($item, $person): void {
            if (DB::table('items')->where('id', $item->id)->whereNotNull('not_seen_since')->update(['not_seen_since' => null]) === 1) {
                // The scanners do not see it, and are not asked about it again until they do.
                DB::table('item_sightings')->where('item_id', $item->id)->delete();
                Journal::write(
                    Actor::person($person), TopologyEntry::ItemChanged, ['item', $item->id],
                    [
                        'name' => $item->name, 'changes' => [], 'though' => 'unseen',
                    ],
                );
            }
        });

        return back();
    }

    /**
     * @param  array<array-key, mixed>  $fields
     * @return array<array-key, string>
     */
    private static function texts(array $fields): array
    {
        return array_map(static fn(mixed $value): string => is_string($value) ? $value : '', $fields);
    }

    public function retire(RetireItemRequest $request, Item $item, RetireItem $retire): RedirectResponse
    {
        $why = $request->validated()['why'];
        $person = CurrentPerson::of($request);
        Once::for($request, static fn() => $retire($item, $why, $person));

        return back();
    }

    public function bringBack(Request $request, Item $item, RetireItem $retire): RedirectResponse
    {
        $person = CurrentPerson::of($request);
        Once::for($request, static fn() => $retire->undo($item, $person));

        return back();
    }
}
