<?php

declare(strict_types=1);

namespace App\Signals\Live;

use App\Platform\Moment;
use Illuminate\Support\Facades\DB;
use Skarvo\Signals\Live\Bundle;
use Skarvo\Signals\Live\Shelf;
use Skarvo\Signals\Live\StoredBundle;
use Skarvo\Signals\Replay\ReplaySignal;

/** Bundles and signals in the database. */
final readonly class DatabaseShelf implements Shelf
{
    private const CHUNK = 900;

    /** @param  int  $upTo  the last signal that was taken before; later ones are still to come */
    public function __construct(private RuleSets $rules, private int $upTo) {}

    public function bundles(array $families, array $keys): array
    {
        $numbers = [];
        foreach (['f' => $families, 'k' => $keys] as $kind => $names) {
            foreach (array_chunk($names, self::CHUNK) as $chunk) {
                $numbers += array_flip(
                    DB::table('bundle_members')->where('kind', $kind)->whereIn('name', $chunk)->pluck('bundle_id')->all(),
                );
            }
        }

        return self::read(array_keys($numbers));
    }

    /**
     * @param  list<int>  $numbers
     * @return array<int, Bundle>
     */
    public static function read(array $numbers): array
    {
        $bundles = [];
        foreach (array_chunk($numbers, self::CHUNK) as $chunk) {
            foreach (DB::table('bundles')->whereIn('id', $chunk)->get(['id', 'states']) as $row) {
                $bundles[(int) $row->id] = StoredBundle::read((string) $row->states);
            }
        }
        ksort($bundles);

        return $bundles;
    }

    public function taken(array $families, int $after): array
    {
        $wanted = array_fill_keys($families, true);
        $signals = [];
        foreach (array_chunk($families, self::CHUNK) as $chunk) {
            $rows = DB::table('signals')
                ->whereIn('family', array_map(StoredSignal::familyNumber(...), $chunk))->where('at', '>', $after)
                ->where('id', '<=', $this->upTo)->get(StoredSignal::COLUMNS);
            foreach ($rows as $row) {
                $signal = StoredSignal::toCore($row, $this->rules);
                if (isset($wanted[$signal->family()])) {
                    $signals[] = $signal;
                }
            }
        }
        usort($signals, static fn(ReplaySignal $a, ReplaySignal $b): int => $a->at <=> $b->at ?: $a->order <=> $b->order);

        return $signals;
    }

    public function opened(array $keys, int $before): array
    {
        $opened = [];
        foreach (array_chunk($keys, self::CHUNK) as $chunk) {
            $rows = DB::table('alerts')->whereIn('key', $chunk)->where('opened_at', '<', Moment::text($before))->whereNull('withdrawn_at')
                ->groupBy('key')->selectRaw('"key", max(number) as most')->get();
            foreach ($rows as $row) {
                $opened[(string) $row->key] = (int) $row->most;
            }
        }

        return $opened;
    }
}
