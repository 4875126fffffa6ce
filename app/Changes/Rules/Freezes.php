<?php

declare(strict_types=1);

namespace App\Changes\Rules;

use App\Platform\Refused;
use App\Platform\WallClock;
use App\Rota\Calendar\ReadInTime;
use Carbon\CarbonImmutable;

/** Times in which nothing is changed, from a calendar that is kept elsewhere. */
final class Freezes
{
    private const DAYS = 400;

    private const MOST = 200;

    private const LONGEST = 100;

    /**
     * @param  \stdClass  $rules  as they stand in the form
     * @return int how many were added that did not stand there
     *
     * @throws Refused if it is no calendar, or nothing of it is ahead
     */
    public static function add(\stdClass $rules, string $calendar): int
    {
        $zone = new \DateTimeZone(WallClock::organisation());
        $now = CarbonImmutable::now();
        $events = ReadInTime::events(
            $calendar, $zone, $now->toDateTimeImmutable(), $now->addDays(self::DAYS)->toDateTimeImmutable(), 'calendar'
        );
        if ($events === []) {
            throw Refused::because('Nothing in this calendar is ahead within '.self::DAYS.' days.', 'calendar');
        }
        if (count($events) > self::MOST) {
            throw Refused::because(
                'There are '.count($events).' events ahead in this calendar, and '.self::MOST
                    .' at most can be taken. A freeze that comes again each week is better kept as hours.',
                'calendar'
            );
        }
        $local = static fn(int $at): string => CarbonImmutable::createFromTimestamp($at, $zone)->format('Y-m-d\TH:i');
        $kept = is_array($rules->freezes ?? null) ? array_values($rules->freezes) : [];
        $known = array_map(static fn(mixed $one): string => json_encode($one, JSON_THROW_ON_ERROR), $kept);
        $added = 0;
        foreach ($events as $event) {
            $freeze = (object) [
                'name' => mb_substr(trim($event['summary']), 0, self::LONGEST) ?: 'Freeze', 'from' => $local($event['from']),
                'to' => $local($event['to']),
            ];
            if ($event['to'] > $event['from'] && ! in_array(json_encode($freeze, JSON_THROW_ON_ERROR), $known, true)) {
                $kept[] = $freeze;
                $known[] = json_encode($freeze, JSON_THROW_ON_ERROR);
                $added++;
            }
        }
        $rules->freezes = $kept;

        return $added;
    }
}
