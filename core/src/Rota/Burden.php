<?php

declare(strict_types=1);

namespace Skarvo\Rota;

use Skarvo\Time\CivilDate;
use Skarvo\Time\Zone;

/** What being on call asks of one person over a range of time: to see whether turns are fair, not only equal in hours. */
final readonly class Burden
{
    private const DAY = 86400;

    /** A night is from 22:00 to 06:00 on the wall clock; it belongs to the day on which it begins. */
    private const NIGHT_FROM = 22 * 3600;

    private const NIGHT_TO = 30 * 3600;

    /** So long somebody has to be on call in a night or a day for it to count: seconds. */
    private const COUNTS_FROM = 3600;

    /**
     * @param  int  $seconds  on call
     * @param  int  $nights  nights of which at least an hour was theirs
     * @param  int  $weekendDays  Saturdays and Sundays of which at least an hour was theirs
     * @param  int  $holidays  public holidays of which at least an hour was theirs
     * @param  int  $pages  taken
     * @param  int  $brokenNights  nights in which a page was taken, theirs or not
     */
    private function __construct(
        public string $person, public int $seconds, public int $nights, public int $weekendDays, public int $holidays,
        public int $pages, public int $brokenNights,
    ) {}

    /**
     * @param  list<string>  $holidays  dates such as 2026-12-25
     * @param  list<array{string, int}>  $pages  who was paged, and when in seconds since the epoch
     * @return list<self> everybody who is on call or was paged in the range, ordered by id
     */
    public static function of(Coverage $coverage, Zone $zone, array $holidays, array $pages): array
    {
        $segments = $coverage->segments;
        [$from, $to] = [$segments[0]->from, $segments[count($segments) - 1]->to];
        $isHoliday = array_fill_keys($holidays, true);
        $zero = ['seconds' => 0, 'nights' => 0, 'weekend' => 0, 'holidays' => 0, 'pages' => 0];
        $sums = $broken = [];
        foreach ($segments as $segment) {
            if ($segment->person !== null) {
                $sums[$segment->person] ??= $zero;
                $sums[$segment->person]['seconds'] += $segment->to - $segment->from;
            }
        }
        $first = intdiv($from + $zone->offset($from), self::DAY) - 1;
        $last = intdiv($to + $zone->offset($to), self::DAY);
        for ($day = $first; $day <= $last; $day++) {
            $start = $day * self::DAY;
            $kinds = ['nights' => [$start + self::NIGHT_FROM, $start + self::NIGHT_TO]];
            if (CivilDate::weekday($day) >= 6) {
                $kinds['weekend'] = [$start, $start + self::DAY];
            }
            if (isset($isHoliday[gmdate('Y-m-d', $start)])) {
                $kinds['holidays'] = [$start, $start + self::DAY];
            }
            foreach ($kinds as $kind => [$begin, $end]) {
                foreach (self::shares($segments, $zone->instant($begin), $zone->instant($end)) as $person => $seconds) {
                    $sums[$person] ??= $zero;
                    $sums[$person][$kind] += (int) ($seconds >= self::COUNTS_FROM);
                }
            }
        }
        foreach ($pages as [$person, $at]) {
            if ($at < $from || $at >= $to) {
                continue;
            }
            $sums[$person] ??= $zero;
            $sums[$person]['pages']++;
            $local = $at + $zone->offset($at);
            $ofDay = $local % self::DAY;
            if ($ofDay >= self::NIGHT_FROM || $ofDay < self::NIGHT_TO - self::DAY) {
                $broken[$person][intdiv($local - (self::NIGHT_TO - self::DAY), self::DAY)] = true;
            }
        }
        ksort($sums, SORT_STRING);

        return array_map(
            static fn(int|string $person, array $sum): self => new self(
                (string) $person, $sum['seconds'], $sum['nights'], $sum['weekend'], $sum['holidays'], $sum['pages'],
                count($broken[$person] ?? []),
            ),
            array_keys($sums), $sums,
        );
    }

    /**
     * @param  list<Segment>  $segments  in order
     * @return array<array-key, int> seconds by person
     */
    private static function shares(array $segments, int $from, int $to): array
    {
        $shares = [];
        // The first that may reach into it, by halving: years have thousands of segments.
        [$low, $high] = [0, count($segments)];
        while ($low < $high) {
            $middle = intdiv($low + $high, 2);
            $segments[$middle]->to <= $from ? $low = $middle + 1 : $high = $middle;
        }
        for ($i = $low; isset($segments[$i]) && $segments[$i]->from < $to; $i++) {
            $person = $segments[$i]->person;
            if ($person !== null) {
                $shares[$person] = ($shares[$person] ?? 0) + min($to, $segments[$i]->to) - max($from, $segments[$i]->from);
            }
        }

        return $shares;
    }

    /**
     * Of whom a measure stands out: the most, if it is more than a third above the least and by more than two.
     *
     * @param  list<self>  $burdens  of people who take turns with each other
     * @return array<string, list<string>> by measure, as toArray() names them: the people
     */
    public static function standOut(array $burdens): array
    {
        $out = [];
        foreach (['nights', 'weekend_days', 'holidays', 'pages', 'broken_nights'] as $measure) {
            $values = [];
            foreach ($burdens as $burden) {
                $values[$burden->person] = (int) $burden->toArray()[$measure];
            }
            $most = max([0, ...array_values($values)]);
            $least = $values === [] ? 0 : min($values);
            if ($most * 3 > $least * 4 && $most - $least > 2) {
                $out[$measure] = array_map(strval(...), array_keys(array_filter($values, static fn(int $value): bool => $value === $most)));
            }
        }

        return $out;
    }

    /** @return array{person: string, seconds: int, nights: int, weekend_days: int, holidays: int, pages: int, broken_nights: int} */
    public function toArray(): array
    {
        return [
            'person' => $this->person, 'seconds' => $this->seconds, 'nights' => $this->nights,
            'weekend_days' => $this->weekendDays, 'holidays' => $this->holidays, 'pages' => $this->pages,
            'broken_nights' => $this->brokenNights,
        ];
    }
}
