<?php

declare(strict_types=1);

namespace Skarvo\Time;

/** Days of the proleptic Gregorian calendar as numbers (Howard Hinnant, "chrono-compatible low-level date algorithms"). */
final class CivilDate
{
    /** Days since 1970-01-01. */
    public static function days(int $year, int $month, int $day): int
    {
        $y = $month <= 2 ? $year - 1 : $year;
        $era = intdiv($y >= 0 ? $y : $y - 399, 400);
        $yearOfEra = $y - $era * 400;
        $dayOfYear = intdiv(153 * ($month + ($month > 2 ? -3 : 9)) + 2, 5) + $day - 1;

        return $era * 146097 + $yearOfEra * 365 + intdiv($yearOfEra, 4) - intdiv($yearOfEra, 100) + $dayOfYear - 719468;
    }

    /** 1 is Monday, 7 is Sunday (ISO 8601). */
    public static function weekday(int $days): int
    {
        return (($days + 3) % 7 + 7) % 7 + 1;
    }
}
