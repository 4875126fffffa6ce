<?php

declare(strict_types=1);

namespace App\Platform;

use Carbon\CarbonImmutable;
use Carbon\CarbonInterface;

/** Seconds since the epoch, as the core counts them, and the texts that the database keeps. */
final class Moment
{
    public static function text(int $seconds): string
    {
        return gmdate('Y-m-d H:i:s', $seconds).'.000';
    }

    public static function precise(CarbonInterface $at): string
    {
        return $at->toImmutable()->utc()->format('Y-m-d H:i:s.v');
    }

    /** @param  string  $text  as the database keeps it, in UTC */
    public static function seconds(string $text): int
    {
        // strtotime() is fast, and this is asked for every alert that changes.
        return (int) strtotime("$text UTC");
    }

    public static function of(int $seconds): CarbonImmutable
    {
        return CarbonImmutable::createFromTimestampUTC($seconds);
    }

    public static function now(): int
    {
        return now()->getTimestamp();
    }
}
