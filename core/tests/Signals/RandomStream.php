<?php

declare(strict_types=1);

namespace Skarvo\Tests\Signals;

use Random\Randomizer;
use Skarvo\Time\Instant;

/** Documents for replay, made at random: dense enough that threads share keys, flap, expire and are quiet. */
final class RandomStream
{
    public const START = 1_772_435_640;

    /**
     * @param  int  $lots  of four items, of which three depend on each other; what happens in one has nothing to do with the others
     * @return array<string, mixed>
     */
    public static function make(Randomizer $random, int $seconds, int $most, int $lots = 1): array
    {
        $pick = static fn(array $from): mixed => $from[$random->getInt(0, count($from) - 1)];
        $rules = array_values(array_filter([
            ['match' => ['check' => 'a*'], 'set' => ['key' => 'all/{check}', 'hold' => 'PT5S']],
            ['match' => ['check' => 'b*', 'labels' => ['mount' => 'x']], 'set' => ['key' => 'mount/{labels.mount}']],
            ['match' => ['labels' => ['mount' => '*']], 'set' => ['part' => '{labels.mount}']],
            ['match' => ['level' => 'critical'], 'set' => ['settle' => 'PT3S', 'hold' => 'PT1S']],
        ], static fn(): bool => $random->getInt(0, 1) === 1));
        $settings = array_filter([
            'hold' => $pick(['PT0S', 'PT10S', 'PT40S']), 'settle' => $pick(['PT0S', 'PT15S', 'PT1M']),
            'reopen' => $pick(['PT0S', 'PT30S', 'PT3M']),
            'expire' => $pick([null, 'PT40S', 'PT2M']),
            'flap' => $pick([null, ['times' => 2, 'within' => 'PT20S'], ['times' => 3, 'within' => 'PT1M']]),
            'gather' => $pick(['PT0S', 'PT30S', 'PT2M']), 'gather_limit' => $pick(['PT1M', 'PT4M']), 'reach' => $pick([0, 1, 2]),
            'rules' => $rules,
        ], static fn(mixed $value): bool => $value !== null);
        $items = array_map(static fn(int $n): string => "i$n", range(1, 4 * $lots));
        $dependencies = [];
        for ($n = 1; $n < 4 * $lots; $n += 4) {
            array_push(
                $dependencies, ['from' => "i$n", 'to' => 'i'.($n + 1)], ['from' => 'i'.($n + 1), 'to' => 'i'.($n + 2)],
            );
        }
        $quiet = [];
        for ($n = $random->getInt(0, 3); $n > 0; $n--) {
            $from = self::START + $random->getInt(0, $seconds >> 1);
            $quiet[] = [
                'items' => [$pick($items)], 'from' => Instant::format($from),
                'to' => Instant::format($from + $random->getInt(1, $seconds >> 2)),
            ];
        }
        $signals = [];
        for ($n = $random->getInt(5, $most); $n > 0; $n--) {
            $signals[] = array_filter([
                'at' => Instant::format(self::START + $random->getInt(0, $seconds - 60)), 'source' => 's',
                'item' => $pick([...$items, null]),
                'check' => $pick(['alpha', 'beta']), 'condition' => $random->getInt(0, 2) > 0 ? 'firing' : 'clear',
                'level' => $pick(['info', 'warning', 'error', 'critical']), 'labels' => $pick([null, ['mount' => 'x'], ['mount' => 'y']]),
            ], static fn(mixed $value): bool => $value !== null);
        }

        return [
            'settings' => $settings, 'quiet' => $quiet, 'dependencies' => $dependencies,
            'signals' => $signals, 'until' => Instant::format(self::START + $seconds),
        ];
    }

    /**
     * @param  array<string, mixed>  $stream
     * @return array<string, list<array{int, int}>>
     */
    public static function quiet(array $stream): array
    {
        $quiet = [];
        foreach ($stream['quiet'] as $stretch) {
            $quiet[$stretch['items'][0]][] = [Instant::parse($stretch['from'])->seconds ?? 0, Instant::parse($stretch['to'])->seconds ?? 0];
        }

        return $quiet;
    }
}
