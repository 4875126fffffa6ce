<?php

declare(strict_types=1);

namespace App\Topology\Record;

use App\Platform\Moment;
use App\Platform\WallClock;
use App\Topology\Estate;
use App\Topology\Item;
use Illuminate\Support\Facades\DB;
use Skarvo\Topology\Record\Doubt;

/** Which records cannot be relied on, and why; and how much of what each team owns can. */
final class RecordDoubts
{
    /**
     * @return list<array{id: string, field: string, ours: string, theirs: string, by: string, at: string}> what scans say otherwise than
     *      people, and nobody has answered
     */
    public static function contradictions(?string $item = null): array
    {
        $rows = DB::table('item_values as s')->join(
            'item_values as h',
            fn($join) => $join->on('h.item_id', '=', 's.item_id')->on('h.field', '=', 's.field')->where('h.origin', Fields::BY_HAND),
        )
            ->where('s.origin', '!=', Fields::BY_HAND)->where('s.overruled', false)
                ->whereColumn('s.value', '!=', 'h.value')
                ->when($item !== null, fn($query) => $query->where('s.item_id', $item))
            ->orderBy('s.item_id')->orderBy('s.field')
                ->orderByDesc('s.said_at')
                ->get(['s.item_id', 's.field', 'h.value as ours', 's.value as theirs', 's.said_by', 's.said_at']);
        $told = [];
        foreach ($rows as $row) {
            if (mb_strtolower($row->ours) !== mb_strtolower($row->theirs)) {
                $told["$row->item_id\n$row->field"] ??= [
                    'id' => (string) $row->item_id, 'field' => $row->field, 'ours' => $row->ours, 'theirs' => $row->theirs,
                    'by' => $row->said_by, 'at' => $row->said_at,
                ];
            }
        }

        return array_values($told);
    }

    /** @return array<array-key, list<array{doubt: Doubt, detail: string}>> by item; one that is sound is left out */
    public static function all(Estate $estate): array
    {
        $contradicted = $loops = [];
        foreach (self::contradictions() as $one) {
            $contradicted[$one['id']][] = $one;
        }
        foreach ($estate->loops() as $loop) {
            $loops += array_fill_keys($loop, $loop);
        }
        $doubts = [];
        foreach (DB::table('items')->orderBy('id')->select(['id', 'kind', 'team_id', 'not_seen_since'])->cursor() as $item) {
            $isService = $item->kind === Item::SERVICE;
            $alone = $isService ? $estate->bareWeakPoints((string) $item->id) : [];
            $found = Doubt::about(
                $isService, $item->team_id !== null, $item->not_seen_since === null, count($contradicted[$item->id] ?? []),
                $estate->dependents((string) $item->id), count($alone), isset($loops[$item->id]),
            );
            foreach ($found as $doubt) {
                $doubts[$item->id][] = ['doubt' => $doubt, 'detail' => match ($doubt) {
                    Doubt::NotSeen => 'since '.WallClock::time(Moment::of(Moment::seconds((string) $item->not_seen_since))),
                    Doubt::Contradicted => implode(
                        '; ',
                        array_map(
                            static fn(array $c): string =>
                                str_replace('_', ' ', $c['field'])." is {$c['ours']} here, and {$c['theirs']} by {$c['by']}",
                            array_slice($contradicted[$item->id], 0, 2),
                        ),
                    ),
                    Doubt::StandsOnOneThing => implode(
                        ', ', array_map($estate->name(...), array_slice($alone, 0, 4)),
                    ).(count($alone) > 4 ? ' and '.(count($alone) - 4).' more' : ''),
                    Doubt::InALoop => implode(', ', array_map($estate->name(...), array_slice($loops[$item->id] ?? [], 0, 4))),
                    default => '',
                }];
            }
        }

        return $doubts;
    }
}
