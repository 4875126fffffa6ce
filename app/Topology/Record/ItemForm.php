<?php

declare(strict_types=1);

namespace App\Topology\Record;

use App\Platform\CurrentPerson;
use App\Platform\Http\Asked;
use App\Platform\Once;
use App\Topology\Item;
use App\Topology\Record\Requests\RetireItemRequest;
use App\Topology\Record\Requests\SettleValueRequest;
use App\Topology\Record\Requests\StoreItemRequest;
use App\Topology\Record\Requests\UpdateItemRequest;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\RedirectResponse;
use Illuminate\Http\Request;
use Illuminate\Support\Facades\DB;
use Skarvo\Topology\Record\Attribute;
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
            'roles' => array_map(static fn(Attribute $role): array => $role->toArray(), ItemRoles::all()),
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

    public function store(StoreItemRequest $request, KeepItem $keep): RedirectResponse
    {
        $input = $request->validated();
        $id = trim($input['id']);
        $person = CurrentPerson::of($request);
        Once::for($request, static function () use ($keep, $id, $input, $person): void {
            $keep->save($id, self::texts($input['fields']), $input['needs'] ?? null, null, $input['why'] ?? '', $person);
        });

        return redirect('/estate/'.rawurlencode($id));
    }

    public function update(UpdateItemRequest $request, Item $item, KeepItem $keep): RedirectResponse
    {
        $input = $request->validated();
        $person = CurrentPerson::of($request);
        Once::for($request, static function () use ($keep, $item, $input, $person): void {
            $keep->save(
                $item->id, self::texts($input['fields'] ?? []),
                array_key_exists('needs', $input) ? (string) $input['needs'] : null,
                ['fields' => self::texts($input['was'] ?? []), 'needs' => (string) ($input['needs_was'] ?? '')],
                $input['why'] ?? '', $person,
            );
        });

        return back();
    }

    public function settle(SettleValueRequest $request, Item $item, KeepItem $keep): RedirectResponse
    {
        $input = $request->validated();
        $person = CurrentPerson::of($request);
        Once::for($request, static function () use ($keep, $item, $input, $person): void {
            $keep->settle(
                $item, (string) $input['field'], (bool) $input['take'],
                ['ours' => (string) ($input['ours'] ?? ''), 'theirs' => (string) ($input['theirs'] ?? '')], $person,
            );
        });

        return back();
    }

    public function seen(Request $request, Item $item, KeepItem $keep): RedirectResponse
    {
        $person = CurrentPerson::of($request);
        Once::for($request, static function () use ($keep, $item, $person): void {
            $keep->isThere($item, $person);
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
