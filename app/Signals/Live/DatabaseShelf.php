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
final class DatabaseShelf implements Shelf
{
    private const CHUNK = 900;

    /** @var array<array-key, list<ReplaySignal>> by family, of those that no bundle knows, what was taken of them since */
    private array $strays = [];

    /** @var array<array-key, bool> whether a key has had an alert */
    private array $hadAlerts = [];

    /**
     * @param  int  $upTo  the last signal that was taken before; later ones are still to come
     * @param  int  $since  seconds since the epoch: what no bundle knows is not asked for from before
     */
    public function __construct(
        private readonly RuleSets $rules, private readonly int $upTo, private readonly int $since = PHP_INT_MAX,
        private readonly KnownBundles $known = new KnownBundles,
    ) {}

    public function bundles(array $families, array $keys): array
    {
        $numbers = $unknown = [];
        foreach (['f' => $families, 'k' => $keys] as $kind => $names) {
            $unread = [];
            foreach ($names as $name) {
                $number = $this->known->numberOf($kind, $name);
                if ($number === null) {
                    $unread[$name] = true;
                } else {
                    $numbers[$number] = true;
                }
            }
            foreach (array_chunk(self::names($unread), self::CHUNK) as $chunk) {
                foreach (
                    DB::table('bundle_members')->where('kind', $kind)
                        ->whereIn('name', $chunk)->pluck('bundle_id', 'name') as $name => $number
                ) {
                    $numbers[(int) $number] = true;
                    $this->known->learn($kind, (string) $name, (int) $number);
                    unset($unread[$name]);
                }
            }
            $unknown[$kind] = self::names($unread);
        }
        // Asked for one by one while they are taken: a flood is of many that nobody knows.
        $this->readAhead($unknown['f'], $unknown['k']);
        $bundles = [];
        foreach (array_keys($numbers) as $number) {
            if (($bundle = $this->known->get($number)) !== null) {
                $bundles[$number] = $bundle;
            }
        }
        $bundles += self::read(array_keys(array_diff_key($numbers, $bundles)));
        ksort($bundles);

        return $bundles;
    }

    /**
     * @param  list<string>  $families  that no bundle knows
     * @param  list<string>  $keys
     */
    private function readAhead(array $families, array $keys): void
    {
        $this->strays = array_fill_keys($families, []);
        foreach ($this->signals($families, $this->since) as $signal) {
            $this->strays[$signal->family()][] = $signal;
        }
        $this->hadAlerts = array_fill_keys($keys, false);
        foreach (array_chunk($keys, self::CHUNK) as $chunk) {
            foreach (DB::table('alerts')->whereIn('key', $chunk)->distinct()->pluck('key') as $key) {
                $this->hadAlerts[(string) $key] = true;
            }
        }
    }

    /**
     * @param  array<array-key, true>  $unread
     * @return list<string>
     */
    private static function names(array $unread): array
    {
        return array_map(strval(...), array_keys($unread));
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
        if ($after < $this->since || array_diff_key(array_flip($families), $this->strays) !== []) {
            return $this->signals($families, $after);
        }
        $signals = array_filter(
            array_merge(...array_map(fn(string $family): array => $this->strays[$family], $families)),
            static fn(ReplaySignal $signal): bool => $signal->at > $after,
        );
        usort($signals, static fn(ReplaySignal $a, ReplaySignal $b): int => $a->at <=> $b->at ?: $a->order <=> $b->order);

        return $signals;
    }

    /**
     * @param  list<string>  $families
     * @return list<ReplaySignal> that were taken of them, in order
     */
    private function signals(array $families, int $after): array
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
        $keys = array_values(array_filter($keys, fn(string $key): bool => $this->hadAlerts[$key] ?? true));
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
