<?php

declare(strict_types=1);

namespace App\Rota;

use App\Platform\Given;
use App\Platform\Journal\Actor;
use App\Platform\Journal\Journal;
use App\Platform\Person;
use App\Platform\Refused;
use App\Platform\Setting;
use App\Rota\Calendar\ReadInTime;
use App\Rota\Contracts\GoesByHolidays;

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

    /**
     * The whole days of a calendar, each day of an event that lasts several.
     *
     * @return array<string, string> name by date; one at least
     */
    public static function read(string $text): array
    {
        $now = now()->toDateTimeImmutable();
        $holidays = [];
        foreach (ReadInTime::events(
            $text, new \DateTimeZone('UTC'), $now->modify('-'.self::YEARS_AROUND.' years'),
            $now->modify('+'.self::YEARS_AROUND.' years'),
        ) as $event) {
            foreach ($event['days'] as $day) {
                $holidays[$day] = mb_substr($event['summary'] === '' ? 'Holiday' : $event['summary'], 0, 80);
            }
        }
        if ($holidays === []) {
            throw Refused::because(
                'There is no whole day in this calendar. A public holiday is an event with a date and no time of day.', 'file',
            );
        }
        ksort($holidays);

        return array_slice($holidays, 0, self::MOST, true);
    }

    /**
     * Keeps them instead of those before. Call it inside a transaction.
     *
     * @param  array<string, string>  $holidays  name by date
     */
    public static function keep(array $holidays, Person $by): void
    {
        Setting::query()->updateOrCreate(['id' => self::SETTING], ['value' => $holidays]);
        Journal::write(
            Actor::person($by), RotaEntry::HolidaysChanged, ['setting', self::SETTING],
            ['days' => count($holidays)],
        );
        foreach (Given::all(GoesByHolidays::class) as $one) {
            $one->holidaysChanged();
        }
    }
}
