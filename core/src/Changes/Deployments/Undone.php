<?php

declare(strict_types=1);

namespace Skarvo\Changes\Deployments;

/**
 * Which deployment each rollback took out: the latest one of the same service and environment before it that none took
 * out already. It only depends on when things were done, and so comes out the same in whatever order they were told.
 */
final class Undone
{
    /**
     * @param  list<array{int, Doing, int}>  $all  number, what was done, and when in seconds since the epoch; of one service in one
     *      environment
     * @return array<int, int> number of the rollback, by number of what it took out
     */
    public static function of(array $all): array
    {
        usort($all, static fn(array $a, array $b): int => [$a[2], $a[0]] <=> [$b[2], $b[0]]);
        $undone = $in = [];
        foreach ($all as [$number, $doing]) {
            if ($doing->brings()) {
                $in[] = $number;
            } elseif ($doing === Doing::RolledBack && $in !== []) {
                $undone[array_pop($in)] = $number;
            } elseif ($doing === Doing::Removed) {
                $in = [];
            }
        }

        return $undone;
    }
}
