<?php

declare(strict_types=1);

namespace Skarvo\Json;

use Skarvo\Time\CivilDate;
use Skarvo\Time\OpenHours;
use Skarvo\Time\Weekday;
use Skarvo\Time\WeekHours;
use Skarvo\Time\Zone;

/** Zones, windows of the week and dates with hours of their own, as several contracts write them. */
final readonly class HoursReader
{
    public function __construct(private Document $document) {}

    /** @param  array<array-key, mixed>  $fields  with `time_zone` */
    public function zone(array $fields): ?Zone
    {
        $name = array_key_exists('time_zone', $fields) ? $this->document->text($fields['time_zone'], '/time_zone') : null;

        return $name === null ? null : (Zone::named($name)
            ?? $this->document->refuse(
                ErrorCode::OutOfRange, '/time_zone',
                'Use a zone of the IANA database as it is spelled there, such as Europe/Oslo, or UTC.',
            ));
    }

    /**
     * @param  array<array-key, mixed>  $row  with a list of windows
     * @return list<WeekHours>
     */
    public function windows(array $row, string $name, string $at, bool $withDays = true): array
    {
        $windows = [];
        foreach ($this->listOf($row, $name, $at) as $i => $value) {
            $here = "$at/$name/$i";
            $fields = $this->document->fields($value, $here, $withDays ? ['days', 'from', 'to'] : ['from', 'to']);
            $window = $fields === null ? null : $this->window($fields, $here, $withDays);
            if ($window !== null) {
                $windows[] = $window;
            }
        }

        return $windows;
    }

    /** @param  array<array-key, mixed>  $fields  of one window */
    public function window(array $fields, string $at, bool $withDays = true): ?WeekHours
    {
        $days = [];
        foreach ($withDays ? $this->listOf($fields, 'days', $at) : [] as $j => $day) {
            $days[] = $this->document->word($day, "$at/days/$j", Weekday::class);
        }
        $opens = $this->timeOfDay($fields, 'from', $at, 86340);
        $closes = $this->timeOfDay($fields, 'to', $at, 86400);

        return $opens === null || $closes === null ? null : new WeekHours(array_values(array_filter($days)), $opens, $closes);
    }

    /** An object with `weekly` windows and, where some dates have others, `except`. */
    public function open(mixed $value, string $at, ?Zone $zone): ?OpenHours
    {
        $row = $this->document->fields($value, $at, ['weekly'], ['except']);
        if ($row === null) {
            return null;
        }
        $weekly = $this->windows($row, 'weekly', $at);
        $except = [];
        foreach ($this->listOf($row, 'except', $at) as $i => $one) {
            $here = "$at/except/$i";
            $fields = $this->document->fields($one, $here, ['date', 'windows']) ?? [];
            $windows = $this->windows($fields, 'windows', $here, false);
            $day = array_key_exists('date', $fields) ? $this->date($fields['date'], "$here/date") : null;
            if ($day === null) {
                continue;
            }
            if (isset($except[$day])) {
                $this->document->refuse(
                    ErrorCode::DuplicateId, "$here/date", 'This date has its windows already. Put them into one entry.',
                );
            }
            $except[$day] ??= $windows;
        }

        return $zone === null ? null : new OpenHours($zone, $weekly, $except);
    }

    /** @return int|null the day, counted from 1970-01-01 */
    private function date(mixed $value, string $at): ?int
    {
        $text = $this->document->text($value, $at);
        if ($text === null) {
            return null;
        }

        return preg_match('/^(\d{4})-(\d\d)-(\d\d)$/D', $text, $m) === 1 && checkdate((int) $m[2], (int) $m[3], max((int) $m[1], 1))
            ? CivilDate::days((int) $m[1], (int) $m[2], (int) $m[3])
            : $this->document->refuse(ErrorCode::OutOfRange, $at, 'Use a date of the calendar, such as 2026-12-24.');
    }

    /** @param  array<array-key, mixed>  $fields */
    private function timeOfDay(array $fields, string $name, string $at, int $latest): ?int
    {
        $text = array_key_exists($name, $fields) ? $this->document->text($fields[$name], "$at/$name") : null;
        if ($text === null) {
            return null;
        }
        $seconds = preg_match('/^([01]\d|2[0-4]):([0-5]\d)$/D', $text, $m) === 1 ? (int) $m[1] * 3600 + (int) $m[2] * 60 : PHP_INT_MAX;

        return $seconds <= $latest
            ? $seconds
            : $this->document->refuse(
                ErrorCode::OutOfRange, "$at/$name",
                'Use a time of day, '.($latest === 86400 ? '00:00 to 24:00.' : '00:00 to 23:59.'),
            );
    }

    /**
     * @param  array<array-key, mixed>  $fields
     * @return list<mixed>
     */
    private function listOf(array $fields, string $name, string $at): array
    {
        return array_key_exists($name, $fields) ? $this->document->list($fields[$name], "$at/$name") ?? [] : [];
    }
}
