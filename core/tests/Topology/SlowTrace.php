<?php

declare(strict_types=1);

namespace Skarvo\Tests\Topology;

/**
 * The contract of trace, read aloud: sorts, looks at everything again and again, searches all paths.
 * Slow, and easy to check against the text.
 *
 * @phpstan-type Need array{owner: string, needs: int, hard: bool, members: list<string>}
 */
final class SlowTrace
{
    /**
     * @param  list<string>  $items
     * @param  list<Need>  $needs
     * @param  list<array{string, int}>  $observed
     * @return array<string, array{state: int, because: list<string>}>
     */
    public static function of(array $items, array $needs, array $observed): array
    {
        $seen = array_fill_keys($items, 0);
        foreach ($observed as [$id, $rank]) {
            $seen[$id] = max($seen[$id], $rank);
        }
        $state = $seen;
        do {
            $before = $state;
            foreach ($needs as $need) {
                $state[$need['owner']] = max($state[$need['owner']], self::effect($need, $state));
            }
        } while ($state !== $before);

        $paths = [];
        foreach ($items as $id) {
            if ($state[$id] > 0 && $seen[$id] === $state[$id]) {
                $paths[$id] = [$id];
            }
        }
        do {
            $changed = false;
            foreach ($needs as $need) {
                $owner = $need['owner'];
                if ($state[$owner] === 0 || self::effect($need, $state) !== $state[$owner]) {
                    continue;
                }
                foreach (self::culprits($need, $state) as $culprit) {
                    $path = isset($paths[$culprit]) ? [$owner, ...$paths[$culprit]] : null;
                    if ($path !== null && (! isset($paths[$owner]) || self::isBetter($path, $paths[$owner]))) {
                        $paths[$owner] = $path;
                        $changed = true;
                    }
                }
            }
        } while ($changed);
        ksort($paths, SORT_STRING);

        return array_map(static fn(array $path): array => ['state' => $state[$path[0]], 'because' => $path], $paths);
    }

    /**
     * Shorter, or as short with the first id that differs before the other's; ids are text, even where they look like numbers.
     *
     * @param  list<string>  $path
     * @param  list<string>  $other
     */
    private static function isBetter(array $path, array $other): bool
    {
        $order = count($path) <=> count($other);
        foreach ($path as $n => $id) {
            $order = $order === 0 ? strcmp($id, $other[$n]) : $order;
        }

        return $order < 0;
    }

    /**
     * @param  Need  $need
     * @param  array<string, int>  $state
     * @return array{int, bool} the base, and whether the need has lost its spare
     */
    private static function base(array $need, array $state): array
    {
        $ranks = array_map(static fn(string $member): int => $state[$member], $need['members']);
        sort($ranks);
        $base = $ranks[$need['needs'] - 1];

        return [$base, $base === 0 && ($ranks[$need['needs']] ?? 0) >= 2];
    }

    /**
     * @param  Need  $need
     * @param  array<string, int>  $state
     */
    private static function effect(array $need, array $state): int
    {
        [$base, $withoutSpare] = self::base($need, $state);
        $effect = $withoutSpare ? 1 : $base;

        return $need['hard'] ? $effect : ($effect === 3 ? 2 : 0);
    }

    /**
     * @param  Need  $need
     * @param  array<string, int>  $state
     * @return list<string>
     */
    private static function culprits(array $need, array $state): array
    {
        [$base, $withoutSpare] = self::base($need, $state);

        return array_values(array_filter(
            $need['members'], static fn(string $member): bool => $state[$member] >= ($withoutSpare ? 2 : $base),
        ));
    }
}
