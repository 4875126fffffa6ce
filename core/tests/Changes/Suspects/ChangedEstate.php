<?php

declare(strict_types=1);

namespace Skarvo\Tests\Changes\Suspects;

use Random\Randomizer;
use Skarvo\Changes\ChangeKind;
use Skarvo\Changes\ChangeResult;
use Skarvo\Changes\Suspects\RecentChange;
use Skarvo\Topology\Graph;
use Skarvo\Topology\State;
use Skarvo\Topology\Strength;
use Skarvo\Topology\Trace;
use Skarvo\Topology\Underneath;

/**
 * Estates of switches, hosts, stores, applications and services on which people work for some days, and in which
 * something failed: because of one of the changes, or by itself.
 */
final class ChangedEstate
{
    private const LAYERS = ['switch' => 5, 'host' => 30, 'store' => 18, 'app' => 40, 'service' => 18];

    private const NOW = 1_773_000_000;

    /** Seconds in which the changes were made. */
    private const PAST = 260_000;

    /**
     * @param  list<array{int, State, int}>  $symptoms
     * @param  list<int>  $watched
     * @param  list<RecentChange>  $changes
     */
    private function __construct(
        public readonly Graph $graph, public readonly array $symptoms, public readonly array $watched, public readonly array $changes,
        public readonly ?string $cause,
    ) {}

    public static function make(Randomizer $random): self
    {
        do {
            $made = self::try($random);
        } while ($made === null);

        return $made;
    }

    private static function try(Randomizer $random): ?self
    {
        [$graph, $layers] = self::estate($random);
        $watched = array_values(array_filter(range(0, $graph->size() - 1), static fn(): bool => $random->getInt(0, 99) < 75));
        $hasCause = $random->getInt(0, 99) < 85;
        $changes = [];
        for ($n = $random->getInt(10, 39); $n > 0; $n--) {
            $changes[] = self::change($random, $layers, "CH-$n", false, self::NOW + 3600 - $random->getInt(0, self::PAST));
        }
        $broken = [$layers['store'][$random->getInt(0, 17)]];
        $began = self::NOW;
        if ($hasCause) {
            $cause = self::change($random, $layers, 'CH-100', true, self::NOW);
            [$began, $delay] = self::began($random, $cause);
            // It was made when it fits to the present.
            $cause = self::shifted($cause, self::NOW - $began, $delay);
            $began = self::NOW;
            $broken = self::broken($random, $graph, $cause->items);
            $changes[] = $cause;
        }
        // What misleads: others at the same time, and earlier work on what the broken one stands on or carries.
        for ($n = $random->getInt(0, 5); $n > 0; $n--) {
            $changes[] = self::change($random, $layers, "CH-2$n", false, self::NOW - $random->getInt(0, 4500));
        }
        $near = self::around($graph, $broken);
        for ($n = $random->getInt(0, 4); $n > 0; $n--) {
            $one = self::change(
                $random, $layers, "CH-3$n", false,
                self::NOW - $random->getInt(0, 1) * $random->getInt(1800, 60000) - $random->getInt(0, 5400)
            );
            $changes[] = new RecentChange(
                $one->id, $one->from, $one->to, self::some($random, $near, count($one->items)), $one->kind, $one->result, $one->okShare,
            );
        }
        $changes = $random->shuffleArray($changes);
        $hit = Trace::ranks($graph, array_fill_keys($broken, $random->getInt(0, 9) < 8 ? 3 : 2));
        $symptoms = self::symptoms($random, $watched, $hit, $broken, $began);

        return count($symptoms) < 2 ? null : new self(
            $graph, self::withStrays($random, $watched, $hit, $symptoms), $watched, $changes, $hasCause ? 'CH-100' : null,
        );
    }

    /** @return array{Graph, array<string, non-empty-list<int>>} */
    private static function estate(Randomizer $random): array
    {
        $graph = new Graph;
        /** @var array<string, non-empty-list<int>> $layers */
        $layers = [];
        foreach (self::LAYERS as $layer => $size) {
            for ($n = 0; $n < $size; $n++) {
                $item = $graph->addItem("$layer-$n");
                $one = static fn(string $of): int => $layers[$of][$random->getInt(0, count($layers[$of]) - 1)];
                match ($layer) {
                    'switch' => null,
                    'host' => $graph->addNeed($item, [$one('switch')], 1, Strength::Hard),
                    'store' => $random->getInt(0, 9) < 7
                        ? $graph->addNeed(
                            $item, self::some($random, $layers['host'], $random->getInt(2, 3)), $random->getInt(1, 2), Strength::Hard
                        )
                        : $graph->addNeed($item, [$one('host')], 1, Strength::Hard),
                    'app' => $graph->addNeed($item, [$one('host')], 1, Strength::Hard),
                    default => $graph->addNeed($item, [$one('app')], 1, Strength::Hard),
                };
                if ($layer === 'app') {
                    $graph->addNeed($item, [$one('store')], 1, $random->getInt(0, 2) === 0 ? Strength::Soft : Strength::Hard);
                } elseif ($layer === 'service') {
                    $graph->addNeed($item, [$one('store')], 1, $random->getInt(0, 1) === 0 ? Strength::Soft : Strength::Hard);
                }
                $layers[$layer][] = $item;
            }
        }

        return [$graph, $layers];
    }

    /** @param  array<string, non-empty-list<int>>  $layers */
    private static function change(Randomizer $random, array $layers, string $id, bool $isCause, int $from): RecentChange
    {
        $all = array_merge(...array_values($layers));
        $many = $random->getInt(0, 99) < ($isCause ? 42 : 78) ? 1 : $random->getInt(2, 3);
        $ok = 1 - ($isCause ? 0.18 : 0.08) * -log($random->getInt(1, 1000) / 1000);
        $ends = $from + [180, 300, 600, 900, 1800, 3600, 9000][$random->getInt(0, 6)];
        $endedAs = $random->getInt(0, 99);
        $result = match (true) {
            $endedAs < ($isCause ? 16 : 6) => ChangeResult::Failed,
            $endedAs < ($isCause ? 29 : 12) => ChangeResult::BackedOut,
            default => ChangeResult::Ok,
        };
        $isRunning = ! $isCause && $ends > self::NOW;

        return new RecentChange(
            $id, $from, $isRunning ? null : $ends, self::some($random, $all, $many),
            ChangeKind::cases()[[0, 0, 0, 1, 1, 2][$random->getInt(0, 5)]], $isRunning ? null : $result,
            $random->getInt(0, 2) === 0 ? null : max(0.3, round($ok, 2)),
        );
    }

    /**
     * @param  list<int>  $items
     * @return list<int> themselves, what they stand on, and what stands on them
     */
    private static function around(Graph $graph, array $items): array
    {
        return array_values(array_unique([...array_keys(Underneath::of($graph, $items)), ...$graph->standingOn($items)]));
    }

    /** @return array{int, bool} when it broke something, and whether it was still under way */
    private static function began(Randomizer $random, RecentChange $cause): array
    {
        $end = $cause->to ?? throw new \LogicException('A cause has its end.');
        $how = $random->getInt(0, 99);

        return match (true) {
            $how < 70 => [$end + $random->getInt(0, 1200), false],
            $how < 82 => [$random->getInt($cause->from, $end - 1), true],
            $how < 95 => [$end + $random->getInt(3600, 5 * 3600), false],
            default => [$end + $random->getInt(6 * 3600, 14 * 3600), false],
        };
    }

    private static function shifted(RecentChange $change, int $by, bool $wasRunning): RecentChange
    {
        $to = (int) $change->to + $by;
        $isRunning = $wasRunning && $to > self::NOW + 1200;

        return new RecentChange(
            $change->id, $change->from + $by, $isRunning ? null : $to, $change->items, $change->kind,
            $isRunning ? null : $change->result, $change->okShare,
        );
    }

    /**
     * @param  list<int>  $items
     * @return list<int>
     */
    private static function broken(Randomizer $random, Graph $graph, array $items): array
    {
        $how = $random->getInt(0, 99);
        $one = $items[$random->getInt(0, count($items) - 1)];
        $above = array_map($graph->owner(...), $graph->servedBy($one));

        return match (true) {
            $how < 20 && $above !== [] => [$above[$random->getInt(0, count($above) - 1)]],
            $how < 50 && count($items) > 1 => self::some($random, $items, $random->getInt(2, count($items))),
            default => [$one],
        };
    }

    /**
     * @param  list<int>  $watched
     * @param  array<int, int>  $hit
     * @param  list<int>  $broken
     * @return list<array{int, State, int}>
     */
    private static function symptoms(Randomizer $random, array $watched, array $hit, array $broken, int $began): array
    {
        $symptoms = [];
        foreach ($watched as $item) {
            if (($hit[$item] ?? 0) > 1 && $random->getInt(0, 99) < 70) {
                $late = $random->getInt(0, 9) === 0 ? $random->getInt(300, 1800) : 0;
                $rank = $random->getInt(0, 9) === 0 ? $random->getInt(2, 3) : $hit[$item];
                $symptoms[] = [
                    $item, State::ofRank($rank),
                    $began + (in_array($item, $broken, true) ? $random->getInt(0, 60) : $random->getInt(5, 300)) + $late,
                ];
            }
        }

        return $symptoms;
    }

    /**
     * @param  list<int>  $watched
     * @param  array<int, int>  $hit
     * @param  non-empty-list<array{int, State, int}>  $symptoms
     * @return list<array{int, State, int}>
     */
    private static function withStrays(Randomizer $random, array $watched, array $hit, array $symptoms): array
    {
        $first = min(array_column($symptoms, 2));
        $well = array_values(array_filter($watched, static fn(int $item): bool => ! isset($hit[$item])));
        foreach (self::some($random, $well, $random->getInt(0, 4)) as $item) {
            $symptoms[] = [$item, State::ofRank($random->getInt(2, 3)), $first + $random->getInt(-600, 1500)];
        }

        return $symptoms;
    }

    /**
     * @param  list<int>  $from
     * @return list<int>
     */
    private static function some(Randomizer $random, array $from, int $many): array
    {
        return $many < 1 || $from === [] ? [] : array_map(
            static fn(int $key): int => $from[$key], array_values($random->pickArrayKeys($from, min($many, count($from)))),
        );
    }
}
