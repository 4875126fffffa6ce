<?php

declare(strict_types=1);

namespace Skarvo\Signals\Replay;

/** When items are quiet: stretches of time, half-open, in which they open no alerts. */
final class QuietTimes
{
    /** @var array<array-key, list<array{int, int}>> by item, in order, without overlaps */
    private array $stretches = [];

    /** @param  array<array-key, list<array{int, int}>>  $intervals  from and to, by item, in any order */
    public function __construct(array $intervals)
    {
        foreach ($intervals as $item => $list) {
            sort($list);
            $merged = [];
            foreach ($list as [$from, $to]) {
                $last = count($merged) - 1;
                if ($last >= 0 && $from <= $merged[$last][1]) {
                    $merged[$last][1] = max($merged[$last][1], $to);
                } else {
                    $merged[] = [$from, $to];
                }
            }
            $this->stretches[$item] = $merged;
        }
    }

    public function isQuiet(?string $item, int $at): bool
    {
        return $this->nextLoud($item, $at) !== $at;
    }

    /** The first instant from then on at which the item is not quiet. */
    public function nextLoud(?string $item, int $at): int
    {
        foreach ($item === null ? [] : $this->stretches[$item] ?? [] as [$from, $to]) {
            if ($at < $from) {
                return $at;
            }
            if ($at < $to) {
                return $to;
            }
        }

        return $at;
    }

    /** The next instant after then at which the item becomes quiet or stops being so. */
    public function nextEdge(?string $item, int $after): ?int
    {
        foreach ($item === null ? [] : $this->stretches[$item] ?? [] as [$from, $to]) {
            if ($after < $from) {
                return $from;
            }
            if ($after < $to) {
                return $to;
            }
        }

        return null;
    }
}
