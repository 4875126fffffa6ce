<?php

declare(strict_types=1);

namespace Skarvo\Rota;

use Skarvo\Time\Zone;

/**
 * What it costs to give turns to people: what they carry over the average, squared, so that one with much is worse than
 * two with a little more; far above it leave, then rest and weekends running, then wishes; and a little for each change.
 *
 * @internal
 */
final class TurnCosts
{
    private const LEAVE = 100_000.0;

    private const REST = 4_000.0;

    private const WEEKENDS = 1_500.0;

    private const WISH = 60.0;

    private const CHANGE = 0.6;

    /** How much a night, a day of a weekend, a holiday and a day on call weigh. */
    private const WEIGHTS = [3.0, 4.0, 6.0, 1.0];

    private const DAY = 86400;

    private const WEEK = 7 * 86400;

    /** @var list<array{float, float, float, float}> what each turn asks */
    private array $asks = [];

    /** @var list<int|null> the number of the weekend that each turn touches */
    private array $weekend = [];

    /** @var array<array-key, array{float, float, float, float}> what each person carries from before */
    private array $before;

    /** @var array{float, float, float, float} what each would carry if all were even */
    private array $even = [0.0, 0.0, 0.0, 0.0];

    /** @var array<array-key, array<int, float>> what it costs to give somebody a turn in their leave, or against their wish */
    private array $away = [];

    /** @var list<string> who has each turn before anything is changed */
    public array $were = [];

    /**
     * @param  list<Segment>  $turns  each with a person, in order
     * @param  non-empty-list<string>  $people  who may take them
     * @param  list<Absence>  $absences
     * @param  list<string>  $holidays  dates such as 2026-12-25
     * @param  array<string, Burden>  $carried  what each person has carried in the time before; nothing if they are not named
     */
    public function __construct(
        private readonly array $turns, private readonly array $people, private readonly TurnRules $rules, array $absences,
        Zone $zone, array $holidays, array $carried,
    ) {
        foreach ($turns as $turn) {
            $burden = Burden::of(new Coverage([$turn], []), $zone, $holidays, [])[0];
            $this->asks[] = [
                (float) $burden->nights, (float) $burden->weekendDays, (float) $burden->holidays, $burden->seconds / self::DAY,
            ];
            $this->weekend[] = $burden->weekendDays > 0 ? self::weekendOf($turn, $zone) : null;
            $this->were[] = (string) $turn->person;
        }
        foreach ($absences as $absence) {
            foreach ($turns as $i => $turn) {
                if ($absence->from < $turn->to && $turn->from < $absence->to) {
                    $this->away[$absence->person][$i] = ($this->away[$absence->person][$i] ?? 0.0) + (
                        $absence->isWish ? self::WISH : self::LEAVE
                    );
                }
            }
        }
        foreach ($people as $person) {
            $burden = $carried[$person] ?? null;
            $this->before[$person] = [
                (float) ($burden->nights ?? 0), (float) ($burden->weekendDays ?? 0), (float) ($burden->holidays ?? 0),
                ($burden->seconds ?? 0) / self::DAY,
            ];
        }
        for ($m = 0; $m < 4; $m++) {
            $this->even[$m] = (float) (
                array_sum(array_column($this->asks, $m)) + array_sum(array_column($this->before, $m))
            ) / count($people);
        }
    }

    /** Whether somebody is one of those who may take turns. */
    public function mayTake(string $person): bool
    {
        return isset($this->before[$person]);
    }

    /**
     * @param  list<string>  $assigned
     * @return list<string>
     */
    public function broken(array $assigned): array
    {
        $broken = array_filter($assigned, fn(string $person, int $turn): bool => isset($this->away[$person][$turn]), ARRAY_FILTER_USE_BOTH);

        return array_values(array_unique($broken));
    }

    /**
     * The cost of giving the turns to people so.
     *
     * @param  list<string>  $assigned
     */
    public function cost(array $assigned): float
    {
        $sum = 0.0;
        foreach ($this->own($assigned) as $person => $turns) {
            $sum += $this->costOf((string) $person, $turns);
        }
        foreach ($assigned as $i => $person) {
            $sum += $person === $this->were[$i] ? 0.0 : self::CHANGE;
        }

        return $sum;
    }

    /** @param  list<int>  $turns  of theirs, in order */
    public function costOf(string $person, array $turns): float
    {
        $carries = $this->before[$person];
        $cost = 0.0;
        $last = $lastWeekend = null;
        foreach ($turns as $i) {
            $turn = $this->turns[$i];
            for ($m = 0; $m < 4; $m++) {
                $carries[$m] += $this->asks[$i][$m];
            }
            $cost += $this->away[$person][$i] ?? 0.0;
            // Turns that follow each other without a break are one.
            if ($last !== null && $turn->from > $last && $turn->from - $last < $this->rules->rest) {
                $cost += self::REST;
            }
            $weekend = $this->weekend[$i];
            if ($weekend !== null) {
                if ($this->rules->noTwoWeekends && $lastWeekend !== null && $weekend === $lastWeekend + 1) {
                    $cost += self::WEEKENDS;
                }
                $lastWeekend = $weekend;
            }
            $last = $turn->to;
        }
        for ($m = 0; $m < 4; $m++) {
            $cost += self::WEIGHTS[$m] * ($carries[$m] - $this->even[$m]) ** 2;
        }

        return $cost;
    }

    /**
     * @param  list<string>  $assigned
     * @return array<string, list<int>> the turns of each, in order
     */
    public function own(array $assigned): array
    {
        $own = array_fill_keys($this->people, []);
        foreach ($assigned as $i => $person) {
            if (isset($own[$person])) {
                $own[$person][] = $i;
            }
        }

        return $own;
    }

    /**
     * @param  list<string>  $assigned
     * @param  array<string, list<int>>  $own  the turns of each, as things stand
     * @param  array<int, string>  $move
     * @param  array<array-key, float>  $costs  of each person as things stand
     * @return float what it changes; less than zero is better
     */
    public function gain(array $assigned, array $own, array $move, array $costs): float
    {
        $gain = 0.0;
        $lose = $get = [];
        foreach ($move as $i => $person) {
            $was = $assigned[$i];
            $gain += ($person === $this->were[$i] ? 0.0 : self::CHANGE) - ($was === $this->were[$i] ? 0.0 : self::CHANGE);
            if (isset($costs[$was])) {
                $lose[$was][] = $i;
            } else {
                // Somebody who no longer belongs to them may have had a turn: it goes to those who do.
                $gain -= self::LEAVE;
            }
            $get[$person][] = $i;
        }
        foreach (array_keys($lose + $get) as $person) {
            $turns = [...array_diff($own[$person], $lose[$person] ?? []), ...$get[$person] ?? []];
            sort($turns);
            $gain += $this->costOf((string) $person, $turns) - $costs[$person];
        }

        return $gain;
    }

    /** Weekends are counted from one that is long past. */
    private static function weekendOf(Segment $turn, Zone $zone): int
    {
        // The epoch was a Thursday: Saturdays begin two days later.
        $end = $turn->to - 1;

        return intdiv($end + $zone->offset($end) - 2 * self::DAY, self::WEEK);
    }
}
