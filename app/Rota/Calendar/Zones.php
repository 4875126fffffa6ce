<?php

declare(strict_types=1);

namespace App\Rota\Calendar;

use Sabre\VObject\Component;
use Sabre\VObject\Component\VCalendar;
use Sabre\VObject\DateTimeParser;
use Sabre\VObject\Parameter;
use Sabre\VObject\Property;
use Sabre\VObject\Property\ICalendar\DateTime as CalendarDate;
use Sabre\VObject\TimeZoneUtil;

/** Zones by the names that calendars have for them: those of the time zone database, abbreviations, and a calendar's own (VTIMEZONE). */
final class Zones
{
    private const OFFSET = '/^([+-])(\d\d)(\d\d)(\d\d)?$/D';

    private const MONTHS = 12;

    /**
     * Writes names of the time zone database in place of all others.
     *
     * @throws BadCalendar where a zone is named that nobody knows
     */
    public static function resolve(VCalendar $calendar): void
    {
        $own = [];
        foreach ($calendar->select('VTIMEZONE') as $zone) {
            if ($zone instanceof Component && isset($zone->TZID)) {
                $own[trim((string) ($zone->select('TZID')[0] ?? null)?->getValue())] = $zone;
            }
        }
        $known = [];
        foreach ($calendar->select('VEVENT') as $event) {
            foreach ($event instanceof Component ? $event->children() : [] as $property) {
                $parameter = $property instanceof CalendarDate ? $property->parameters()['TZID'] ?? null : null;
                if ($property instanceof CalendarDate && $parameter instanceof Parameter) {
                    $name = trim((string) $parameter->getValue());
                    $known[$name] ??= self::named($name, $own[$name] ?? null);
                    $property['TZID'] = $known[$name];
                }
            }
        }
        // What they say is in their names by now.
        foreach ($own as $zone) {
            $calendar->remove($zone);
        }
    }

    private static function named(string $name, ?Component $own): string
    {
        $plain = trim($name, '"/');
        if (in_array($plain, \DateTimeZone::listIdentifiers(\DateTimeZone::ALL_WITH_BC), true)) {
            return $plain;
        }
        if ($own !== null) {
            return self::like($own) ?? throw new BadCalendar(
                "This calendar's own time zone \"$name\" cannot be read. Save it with times in UTC, or in a zone such as Europe/Oslo.",
            );
        }
        // Abbreviations mean the clocks of a place, not an hour that never changes.
        $abbreviated = preg_match('/^[A-Z]{3,5}$/D', strtoupper($plain)) === 1
            && strtoupper($plain) !== 'UTC' ? timezone_name_from_abbr($plain) : false;
        $found = $abbreviated !== false ? $abbreviated : TimeZoneUtil::getTimeZone($plain)->getName();
        if ($found === 'UTC' && ! in_array(strtoupper($plain), ['UTC', 'GMT', 'Z', 'ETC/UTC'], true)) {
            throw new BadCalendar(
                "This calendar has times of a zone \"$name\", which it does not describe and nobody here knows. Save it with times in UTC, or in a zone such as Europe/Oslo.",
            );
        }

        return $found;
    }

    /** The zone of the database whose clocks go as these do this year; else one whose clocks never change, if these do not. */
    private static function like(Component $own): ?string
    {
        $year = (int) gmdate('Y');
        $parts = [];
        foreach (['STANDARD', 'DAYLIGHT'] as $kind) {
            foreach ($own->select($kind) as $part) {
                $offset = $part instanceof Component ? self::offset($part->TZOFFSETTO ?? null) : null;
                if ($part instanceof Component && $offset !== null) {
                    $parts[] = [$offset, self::begins($part, $year)];
                }
            }
        }
        $offsets = array_values(array_unique(array_column($parts, 0)));
        if ($parts === [] || count($offsets) > 2) {
            return null;
        }
        $changes = array_values(array_filter($parts, static fn(array $part): bool => $part[1] !== null));
        if (count($offsets) === 1 || count($changes) < 2) {
            // The part that began last holds.
            return self::fixed($offsets[count($offsets) - 1]);
        }
        usort($changes, static fn(array $a, array $b): int => $a[1] <=> $b[1]);
        foreach (\DateTimeZone::listIdentifiers() as $name) {
            if (self::goesSo(new \DateTimeZone($name), $changes, $year)) {
                return $name;
            }
        }

        return null;
    }

    /** @param  list<array{int, int|null}>  $changes  offset from a wall-clock instant on, in order, within a year */
    private static function goesSo(\DateTimeZone $zone, array $changes, int $year): bool
    {
        for ($month = 1; $month <= self::MONTHS; $month++) {
            foreach ([1, 15, 28] as $day) {
                $wall = (int) gmmktime(12, 0, 0, $month, $day, $year);
                $offset = $changes[count($changes) - 1][0];
                foreach ($changes as [$to, $from]) {
                    $offset = $from !== null && $wall >= $from ? $to : $offset;
                }
                if ($zone->getOffset(new \DateTimeImmutable('@'.($wall - $offset))) !== $offset) {
                    return false;
                }
            }
        }
        foreach ($changes as [$to, $from]) {
            // A day before and after the change: which Sunday it is tells apart whose months are the same.
            foreach ([-86400 * 2, 86400 * 2] as $apart) {
                $at = (int) $from - $to + $apart;
                $before = $apart < 0 ? array_values(array_diff(array_column($changes, 0), [$to]))[0] ?? $to : $to;
                if ($zone->getOffset(new \DateTimeImmutable("@$at")) !== $before) {
                    return false;
                }
            }
        }

        return true;
    }

    /** When a part of the year begins in a year, as the wall clock counts; null if it does not begin each year. */
    private static function begins(Component $part, int $year): ?int
    {
        $start = isset($part->DTSTART) ? DateTimeParser::parse((string) $part->DTSTART) : null;
        $rule = strtoupper((string) ($part->RRULE ?? ''));
        if (
            $start === null
                || preg_match('/BYMONTH=(\d{1,2})/', $rule, $month) !== 1
                || preg_match('/BYDAY=(-?\d)(SU|MO|TU|WE|TH|FR|SA)/', $rule, $day) !== 1
                || (int) $month[1] < 1
                || (int) $month[1] > 12
        ) {
            return null;
        }
        $names = [
            'SU' => 'sunday', 'MO' => 'monday', 'TU' => 'tuesday', 'WE' => 'wednesday', 'TH' => 'thursday', 'FR' => 'friday',
            'SA' => 'saturday',
        ];
        $which = ['1' => 'first', '2' => 'second', '3' => 'third', '4' => 'fourth', '5' => 'last', '-1' => 'last'][$day[1]] ?? null;

        return $which === null
            ? null
            : (new \DateTimeImmutable(sprintf(
                '%s %s of %04d-%02d %s UTC', $which, $names[$day[2]], $year, (int) $month[1], $start->format('H:i:s'),
            )))->getTimestamp();
    }

    private static function offset(?Property $property): ?int
    {
        if (preg_match(self::OFFSET, trim((string) $property), $m) !== 1) {
            return null;
        }

        return ($m[1] === '-' ? -1 : 1) * ((int) $m[2] * 3600 + (int) $m[3] * 60 + (int) ($m[4] ?? 0));
    }

    /** A zone of whole hours whose clocks never change; its names have the sign the other way round. */
    private static function fixed(int $seconds): ?string
    {
        $hours = intdiv($seconds, 3600);
        if ($seconds % 3600 !== 0 || $hours < -12 || $hours > 14) {
            foreach (\DateTimeZone::listIdentifiers() as $name) {
                $zone = new \DateTimeZone($name);
                if (
                    $zone->getOffset(new \DateTimeImmutable('2026-01-15')) === $seconds
                        && $zone->getOffset(new \DateTimeImmutable('2026-07-15')) === $seconds
                ) {
                    return $name;
                }
            }

            return null;
        }

        return $hours === 0 ? 'UTC' : 'Etc/GMT'.($hours > 0 ? '-' : '+').abs($hours);
    }
}
