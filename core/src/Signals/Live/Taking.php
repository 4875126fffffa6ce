<?php

declare(strict_types=1);

namespace Skarvo\Signals\Live;

use Skarvo\Signals\Condition;
use Skarvo\Signals\Replay\QuietTimes;
use Skarvo\Signals\Replay\ReplaySignal;
use Skarvo\Signals\Replay\Settings;

/** Takes a batch of signals as they arrived: finds the bundles that they belong to, or brings together, and lets each take its own. */
final readonly class Taking
{
    public function __construct(private Settings $settings, private QuietTimes $quiet, private Shelf $shelf) {}

    /**
     * @param  list<ReplaySignal>  $signals  each with its treatment, in any order
     * @param  int  $keepFrom  seconds since the epoch; signals before it no longer come
     * @return list<array{bundle: Bundle, was: list<int>, new: list<array{'f'|'k', string}>}> what was changed, with the numbers of the
     *      bundles that it
     *         was before, and the families and keys that it has come to know
     */
    public function take(array $signals, int $keepFrom): array
    {
        $families = $keys = [];
        foreach ($signals as $signal) {
            $families[$signal->family()] = true;
            if ($signal->condition === Condition::Firing && $signal->treatment !== null) {
                $keys[$signal->treatment->key] = true;
            }
        }
        $standing = $this->shelf->bundles(array_map(strval(...), array_keys($families)), array_map(strval(...), array_keys($keys)));
        $ties = new Ties;
        foreach ($standing as $number => $bundle) {
            foreach ($bundle->families() as $family) {
                $ties->tie("b$number", "f$family");
            }
            foreach ($bundle->keys() as $key) {
                $ties->tie("b$number", "k$key");
            }
        }
        foreach ($signals as $signal) {
            if ($signal->condition === Condition::Firing && $signal->treatment !== null) {
                $ties->tie('f'.$signal->family(), "k{$signal->treatment->key}");
            }
        }
        $lots = $bundles = [];
        foreach ($signals as $signal) {
            $lots[$ties->of('f'.$signal->family())][] = $signal;
        }
        foreach ($standing as $number => $bundle) {
            $bundles[$ties->of("b$number")][$number] = $bundle;
        }
        $changed = [];
        foreach ($lots as $name => $lot) {
            $was = $bundles[$name] ?? [];
            if ($was === [] && ! self::fires($lot)) {
                // Stray: there is nothing to clear. If what it would have cleared comes late, it is found again.
                continue;
            }
            if (count($lot) > 1) {
                usort($lot, static fn(ReplaySignal $a, ReplaySignal $b): int => $a->at <=> $b->at ?: $a->order <=> $b->order);
            }
            $known = [];
            foreach (count($was) > 1 ? $was : [] as $before) {
                $known += self::members($before);
            }
            $bundle = Bundle::join(
                $was === [] ? [Bundle::start(min($keepFrom, $lot[0]->at) - 1)] : array_values($was), $this->settings,
                $this->quiet, $keepFrom, $this->shelf,
            );
            $bundle->take($lot, $this->settings, $this->quiet, $keepFrom, $this->shelf);
            $changed[] = [
                'bundle' => $bundle, 'was' => array_keys($was),
                'new' => count($was) > 1 ? array_values(array_diff_key(self::members($bundle), $known)) : $bundle->gained(),
            ];
        }

        return $changed;
    }

    /** @param  list<ReplaySignal>  $lot */
    private static function fires(array $lot): bool
    {
        foreach ($lot as $signal) {
            if ($signal->condition === Condition::Firing) {
                return true;
            }
        }

        return false;
    }

    /** @return array<string, array{'f'|'k', string}> */
    private static function members(Bundle $bundle): array
    {
        $members = [];
        foreach ($bundle->families() as $family) {
            $members["f$family"] = ['f', $family];
        }
        foreach ($bundle->keys() as $key) {
            $members["k$key"] = ['k', $key];
        }

        return $members;
    }
}
