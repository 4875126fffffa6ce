<?php

declare(strict_types=1);

namespace App\Platform;

use Carbon\CarbonInterface;
use Illuminate\Http\Request;

/**
 * Times in sentences that the server writes: on the clock of whoever reads them, where that is known; on the
 * organisation's otherwise, and for outsiders always with the zone's name.
 *
 * Browsers say their zone with each request (a cookie), as screens show times on their clock.
 */
final class WallClock
{
    public const COOKIE = 'zone';

    /** Farther away than this, a day and a month do not say which year. */
    private const HALF_A_YEAR = 182 * 86_400;

    /** `07:14`, or `Tue 3 Mar, 07:14` on another day than today, and with the year where that is not the nearest such day. */
    public static function time(CarbonInterface $at, ?string $zone = null): string
    {
        $zone ??= self::zone();
        $local = $at->toImmutable()->setTimezone($zone);

        return match (true) {
            abs($local->getTimestamp() - now()->getTimestamp()) > self::HALF_A_YEAR => $local->format('D j M Y, H:i'),
            $local->isSameDay(now()->setTimezone($zone)) => $local->format('H:i'),
            default => $local->format('D j M, H:i'),
        };
    }

    /** From one time to another: the day of the second only where it is another one. */
    public static function span(CarbonInterface $from, CarbonInterface $to, ?string $zone = null): string
    {
        $zone ??= self::zone();
        $local = $to->toImmutable()->setTimezone($zone);

        return self::time($from, $zone).' to '
            .($local->isSameDay($from->toImmutable()->setTimezone($zone)) ? $local->format('H:i') : self::time($to, $zone));
    }

    /** The same for whom `outside` is. */
    public static function spanOutside(CarbonInterface $from, CarbonInterface $to, ?string $zone = null): string
    {
        $zone ??= self::organisation();

        return self::span($from, $to, $zone).' '.self::abbreviation($to, $zone);
    }

    /** The same with the zone, for people whose clock is not known, or is no browser's: `07:14 CET`. */
    public static function outside(CarbonInterface $at, ?string $zone = null): string
    {
        $zone ??= self::organisation();

        return self::time($at, $zone).' '.self::abbreviation($at, $zone);
    }

    public static function organisation(): string
    {
        return config()->string('skarvo.time_zone');
    }

    /** The reader's, as the browser says; else as their record does; else the organisation's. */
    public static function zone(): string
    {
        $request = app()->bound('request') ? request() : null;
        $said = $request instanceof Request ? $request->cookies->all()[self::COOKIE] ?? null : null;
        if (is_string($said) && in_array($said, \DateTimeZone::listIdentifiers(\DateTimeZone::ALL_WITH_BC), true)) {
            return $said;
        }
        $person = $request?->user();

        return $person instanceof Person
            && is_string($person->time_zone)
            && $person->time_zone !== '' ? $person->time_zone : self::organisation();
    }

    private static function abbreviation(CarbonInterface $at, string $zone): string
    {
        $name = $at->toImmutable()->setTimezone($zone)->format('T');

        // Some zones have no name of their own, only their distance.
        return preg_match('/^[A-Z]/', $name) === 1 ? $name : "UTC$name";
    }
}
