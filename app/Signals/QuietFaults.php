<?php

declare(strict_types=1);

namespace App\Signals;

use App\Platform\Moment;
use Illuminate\Support\Facades\DB;
use Skarvo\Signals\Level;
use Skarvo\Topology\State;

/** What fires on items that are quiet. It makes no alert; but what does not work is not up because nobody is to be told. */
final class QuietFaults
{
    private const AT_ONCE = 200;

    /** @param  list<\stdClass>  $signals  rows of signals that are taken */
    public static function note(array $signals): void
    {
        $quiet = self::items();
        if ($quiet === []) {
            return;
        }
        $rows = [];
        foreach ($signals as $signal) {
            if ($signal->item !== null && isset($quiet[$signal->item])) {
                $family = hash('xxh128', "$signal->source\n$signal->item\n$signal->check");
                $known = $rows[$family] ?? null;
                if ($known === null || $known['at'] <= (int) $signal->at) {
                    $rows[$family] = [
                        'family' => $family, 'item' => (string) $signal->item, 'level' => (string) $signal->level,
                        'fires' => $signal->condition === 'firing', 'at' => (int) $signal->at,
                    ];
                }
            }
        }
        foreach (array_chunk($rows, self::AT_ONCE) as $some) {
            $later = DB::table('quiet_faults')->whereIn('family', array_column($some, 'family'))->pluck('at', 'family');
            DB::table('quiet_faults')->upsert(
                array_values(array_filter($some, static fn(array $row): bool => (int) ($later[$row['family']] ?? 0) <= $row['at'])),
                ['family'],
            );
        }
    }

    /** @return array<array-key, State> worst state by item, of items that are quiet now */
    public static function states(): array
    {
        $quiet = self::items();
        $states = [];
        foreach (
            $quiet === []
                ? []
                : DB::table('quiet_faults')->where('fires', true)
                    ->whereIn('item', array_map(strval(...), array_keys($quiet)))->get(['item', 'level', 'at']) as $row
        ) {
            // What fired in an earlier quiet time and was never heard of again says nothing of this one.
            if ((int) $row->at < $quiet[$row->item]) {
                continue;
            }
            $state = Level::from($row->level)->observed();
            if ($state->rank() > ($states[$row->item] ?? State::Up)->rank()) {
                $states[(string) $row->item] = $state;
            }
        }

        return $states;
    }

    /**
     * What still fires of what has fired since a moment, whether it is quiet or not any more.
     *
     * @param  list<string>  $items
     * @return array<array-key, State> worst state by item
     */
    public static function stillFiring(array $items, int $since): array
    {
        $last = [];
        foreach (array_chunk($items, self::AT_ONCE) as $some) {
            foreach (DB::table('signals')->whereIn('item', $some)->where('at', '>=', $since)->orderBy('at')->orderBy('id')
                ->get(['source', 'item', 'check', 'condition', 'level']) as $signal) {
                $last["$signal->source\n$signal->item\n$signal->check"] = $signal;
            }
        }
        $states = [];
        foreach ($last as $signal) {
            $state = $signal->condition === 'firing' ? Level::from($signal->level)->observed() : State::Up;
            if ($state->rank() > ($states[$signal->item] ?? State::Up)->rank()) {
                $states[(string) $signal->item] = $state;
            }
        }

        return $states;
    }

    /** @return array<array-key, int> since when each item that is quiet now is so, seconds since the epoch */
    public static function items(): array
    {
        $now = Moment::text(Moment::now());
        $items = [];
        foreach (DB::table('quiet_times')->where('from_at', '<=', $now)->where('to_at', '>', $now)->get(['covers', 'from_at']) as $row) {
            $since = Moment::seconds($row->from_at);
            foreach ((array) json_decode($row->covers, true, 4, JSON_THROW_ON_ERROR) as $item) {
                if (is_string($item)) {
                    $items[$item] = min($items[$item] ?? $since, $since);
                }
            }
        }

        return $items;
    }
}
