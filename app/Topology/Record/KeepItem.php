<?php

declare(strict_types=1);

namespace App\Topology\Record;

use App\Platform\Journal\Actor;
use App\Platform\Journal\Journal;
use App\Platform\Person;
use App\Platform\Refused;
use App\Topology\Item;
use App\Topology\TopologyEntry;
use Illuminate\Support\Facades\DB;
use Skarvo\Topology\Exchange\EstateRow;
use Skarvo\Topology\Exchange\ImportPlan;
use Skarvo\Topology\Exchange\PlannedRow;
use Skarvo\Topology\Record\BadValue;

/** One item as a person says it is, and where a scan says otherwise. Call it inside a transaction. */
final class KeepItem
{
    /** @throws Refused if the id is taken */
    private static function refuseTaken(string $id): void
    {
        if (Item::query()->whereKey($id)->exists()) {
            throw Refused::because("There is an item \"$id\" already. Open that one, or choose another id.", 'id');
        }
    }

    /**
     * @param  array<array-key, string>  $fields  those that change
     * @param  string|null  $needs  in words; null: as they are
     * @param  array{fields: array<array-key, string>, needs: string}|null  $was  what the person saw when they began; null: it is new
     *
     * @throws Refused by field: what cannot be, or what somebody else changed meanwhile
     */
    public function save(string $id, array $fields, ?string $needs, ?array $was, string $why, Person $by): void
    {
        // Looked at again where nobody else can write: of two at once, one is told.
        if ($was === null) {
            self::refuseTaken($id);
        }
        $this->checkEach($id, $fields);
        if ($was !== null) {
            $this->refuseOvertaken($id, $fields, $needs, $was, $by->name);
        }
        // One item is a file with one row: what holds for a file holds for a form.
        $row = new OneRow(new EstateRow('', $id, $fields, $needs));
        foreach ((new ImportPlan($row, new RecordedItems, Fields::load(), Fields::relations()))->rows() as $planned) {
            if ($planned->outcome === PlannedRow::REFUSED) {
                throw Refused::because((string) $planned->why, $this->fieldOf((string) $planned->why, $needs));
            }
            if ($planned->outcome !== PlannedRow::SAME) {
                (new RecordItems)([$planned], Actor::person($by), ['why' => $why]);
            }
        }
    }

    /**
     * What a scan says otherwise: the person's word stays, or the scan's is taken.
     *
     * @param  bool  $take  take the scan's
     * @param  array{ours: string, theirs: string}  $seen  what stood on the screen
     *
     * @throws Refused if one of them is another by now, or somebody decided to keep ours
     */
    public function settle(Item $item, string $field, bool $take, array $seen, Person $by): void
    {
        $ours = DB::table('item_values')->where('item_id', $item->id)
            ->where('field', $field)->where('origin', Fields::BY_HAND)->value('value');
        if (! is_string($ours)) {
            return;
        }
        $said = array_values(array_filter(
            RecordDoubts::contradictions($item->id), static fn(array $one): bool => $one['field'] === $field,
        ))[0] ?? null;
        if ($said === null) {
            if ($ours === ($take ? $seen['theirs'] : $seen['ours'])) {
                return;
            }
            throw Refused::because(
                "Somebody decided meanwhile that it is \"$ours\". To change that all the same, edit the record.", 'action',
            );
        }
        if ([$said['ours'], $said['theirs']] !== [$seen['ours'], $seen['theirs']]) {
            throw Refused::because(
                "Meanwhile it is \"$said[ours]\" here, and \"$said[theirs]\" by $said[by]. Look again, then decide.", 'action',
            );
        }
        if ($take) {
            (new RecordItems)(
                [new PlannedRow('', $item->id, PlannedRow::CHANGED, [$field => [$ours, $said['theirs']]])],
                Actor::person($by), ['said_by' => $said['by']],
            );

            return;
        }
        DB::table('item_values')->where('item_id', $item->id)->where('field', $field)->where('origin', '!=', Fields::BY_HAND)
            ->update(['overruled' => true]);
        Journal::write(
            Actor::person($by), TopologyEntry::ItemOverruled, ['item', $item->id],
            ['name' => $item->name, 'field' => $field, 'ours' => $ours === '' ? 'none' : $ours, 'theirs' => $said['theirs']],
        );
    }

    /** It is there after all, or it is known to be gone: "not seen since" is answered. */
    public function isThere(Item $item, Person $by): void
    {
        if (DB::table('items')->where('id', $item->id)->whereNotNull('not_seen_since')->update(['not_seen_since' => null]) === 1) {
            // The scanners do not see it, and are not asked about it again until they do.
            DB::table('item_sightings')->where('item_id', $item->id)->delete();
            Journal::write(
                Actor::person($by), TopologyEntry::ItemChanged, ['item', $item->id],
                ['name' => $item->name, 'changes' => [], 'though' => 'unseen'],
            );
        }
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
}
