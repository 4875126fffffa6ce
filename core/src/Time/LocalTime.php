<?php

declare(strict_types=1);

namespace Skarvo\Time;

/** A date and time on a wall clock, `2026-03-29T09:00`; which instant that is, a Zone knows. */
final readonly class LocalTime
{
    /** @param  int  $seconds  since 1970-01-01T00:00, as the wall clock counts */
    private function __construct(public int $seconds) {}

    public static function parse(string $text): ?self
    {
        if (preg_match('/^(\d{4})-(\d\d)-(\d\d)T(\d\d):(\d\d)$/D', $text, $m) !== 1) {
            return null;
        }
        [, $year, $month, $day, $hour, $minute] = array_map(intval(...), $m);
        if (! checkdate($month, $day, max($year, 1)) || $hour > 23 || $minute > 59) {
            return null;
        }

        return new self(CivilDate::days($year, $month, $day) * 86400 + $hour * 3600 + $minute * 60);
    }

    /** @return int|null seconds since midnight of a time of day, `07:30`, or 24:00; null if it is none */
    public static function secondsOfDay(string $text): ?int
    {
        return preg_match('/^(?:([01]\d|2[0-3]):([0-5]\d)|(24):00)$/D', $text, $m) === 1
            ? (int) ($m[3] ?? $m[1]) * 3600 + (int) $m[2] * 60
            : null;
    }
}
