<?php

declare(strict_types=1);

namespace App\Rota;

use App\Platform\Refused;
use App\Platform\Setting;
use App\Rota\Calendar\ReadInTime;

/** Public holidays, from a calendar file. */
final class Holidays
{
    private const SETTING = 'holidays';

    private const MOST = 500;

    private const YEARS_AROUND = 10;

    /** @return array<string, string> name by date */
    public static function all(): array
    {
        $kept = Setting::query()->whereKey(self::SETTING)->first()->value ?? [];

        return array_map(static fn(mixed $name): string => is_string($name) ? $name : '', array_filter($kept, is_string(...)));
    }

    /** @return list<string> dates such as 2026-12-25 */
    public static function dates(): array
    {
        return array_map(strval(...), array_keys(self::all()));
    }

    /** Takes the whole days of a calendar, each day of an event that lasts several. */
    public static function take(string $text): void
    {
        $now = now()->toDateTimeImmutable();
        $holidays = [];
        foreach (ReadInTime::events($text, new \DateTimeZone('UTC'), $now->modify('-'.self::YEARS_AROUND.' years'), $now->modify('+'.self::YEARS_AROUND.' years')) as $event) {
            foreach ($event['days'] as $day) {
                $holidays[$day] = mb_substr($event['summary'] === '' ? 'Holiday' : $event['summary'], 0, 80);
            }
        }
        if ($holidays === []) {
            throw Refused::because('There is no whole day in this calendar. A public holiday is an event with a date and no time of day.', 'file');
        }
        ksort($holidays);
        Setting::query()->updateOrCreate(['id' => self::SETTING], ['value' => array_slice($holidays, 0, self::MOST, true)]);
    }
}
