<?php

declare(strict_types=1);

namespace Skarvo\Tests\Changes\Slots;

use Skarvo\Time\CivilDate;
use Skarvo\Time\Instant;
use Skarvo\Time\LocalTime;
use Skarvo\Time\Weekday;
use Skarvo\Time\Zone;

/** The contract of slots, read aloud: tries every minute against every constraint. Slow, and easy to check against the text. */
final class SlowSlots
{
    private readonly Zone $zone;

    private readonly int $from;

    private readonly int $to;

    /** @var list<array{string, string, list<array{int, int}>}> kind, name and stretches */
    private array $constraints = [];

    /** @param  \stdClass  $asked  a sound document whose instants and durations are whole minutes */
    private function __construct(private readonly \stdClass $asked, private readonly int $duration)
    {
        $this->zone = Zone::orUtc($asked->time_zone);
        [$this->from, $this->to] = [self::second($asked->from), self::second($asked->to)];
        foreach (['windows', 'freezes', 'busy'] as $kind) {
            $found = [];
            foreach ($asked->{$kind} as $one) {
                $found["n$one->name"] = [...$found["n$one->name"] ?? [], ...$this->stretches($kind, $one)];
            }
            foreach ($found as $name => $stretches) {
                $this->constraints[] = [$kind, substr($name, 1), $stretches];
            }
        }
    }

    /** @return array{slots: list<array{string, string}>, first_without: list<string|null>, blocked: list<int>} */
    public static function of(\stdClass $asked, int $duration, int $apart): array
    {
        $slow = new self($asked, $duration);
        $count = count($slow->constraints) + count($asked->crew);
        $slots = [];
        $without = array_fill(0, $count, null);
        $next = $slow->from;
        for ($at = (int) ceil($slow->from / 60) * 60; $at + $duration <= $slow->to; $at += 60) {
            if (intdiv($at + $slow->zone->offset($at), 60) % $asked->grid !== 0) {
                continue;
            }
            $broken = $slow->broken($at);
            if ($broken === [] && $at >= $next && count($slots) < $asked->want) {
                $slots[] = [Instant::format($at), Instant::format($at + $duration)];
                $next = $at + $duration + $apart;
            }
            for ($i = 0; $i < $count; $i++) {
                $others = $i < count($slow->constraints)
                    ? array_diff($broken, [$i]) === []
                    : array_diff($broken, ['crews']) === [] && $slow->shareOut($at, $i - count($slow->constraints));
                $without[$i] ??= $others ? Instant::format($at) : null;
            }
        }

        return ['slots' => $slots, 'first_without' => array_values($without), 'blocked' => $slow->blocked()];
    }

    /** @return list<int|string> what forbids a start: places of constraints, and `crews` */
    private function broken(int $at): array
    {
        $broken = [];
        $end = $at + $this->duration;
        foreach ($this->constraints as $i => [$kind, , $stretches]) {
            if ($kind === 'windows') {
                for ($covered = $at, $moved = true; $moved && $covered < $end;) {
                    $moved = false;
                    foreach ($stretches as [$from, $to]) {
                        if ($from <= $covered && $covered < $to) {
                            [$covered, $moved] = [$to, true];
                        }
                    }
                }
                $isBroken = $covered < $end;
            } else {
                $isBroken = array_filter($stretches, static fn(array $one): bool => $one[0] < $end && $at < $one[1]) !== [];
            }
            if ($isBroken) {
                $broken[] = $i;
            }
        }

        return $this->shareOut($at, null) ? $broken : [...$broken, 'crews'];
    }

    private function shareOut(int $at, ?int $without): bool
    {
        $seats = [];
        foreach ($this->asked->crew as $i => $crew) {
            for ($n = 0; $i !== $without && $n < $crew->needs; $n++) {
                $seats[] = array_values(
                    array_filter($crew->any_of, fn(string $person): bool => $this->isFree($person, $at, $at + $this->duration))
                );
            }
        }

        return self::fill($seats, []);
    }

    /**
     * Tries every way to fill the seats.
     *
     * @param  list<list<string>>  $seats
     * @param  list<string>  $taken
     */
    private static function fill(array $seats, array $taken): bool
    {
        if ($seats === []) {
            return true;
        }
        foreach (array_diff($seats[0], $taken) as $person) {
            if (self::fill(array_slice($seats, 1), [...$taken, $person])) {
                return true;
            }
        }

        return false;
    }

    private function isFree(string $person, int $from, int $to): bool
    {
        foreach ($this->asked->away as $away) {
            if ($away->person === $person && self::second($away->from) < $to && $from < self::second($away->to)) {
                return false;
            }
        }

        return true;
    }

    /** @return list<int> by quarters of an hour, as nothing in these documents begins or ends within one */
    private function blocked(): array
    {
        $blocked = array_fill(0, count($this->constraints) + count($this->asked->crew), 0);
        for ($at = $this->from; $at < $this->to; $at += 900) {
            foreach ($this->constraints as $i => [$kind, , $stretches]) {
                $in = array_filter($stretches, static fn(array $one): bool => $one[0] <= $at && $at < $one[1]) !== [];
                $blocked[$i] += $in === ($kind === 'windows') ? 0 : 900;
            }
            foreach ($this->asked->crew as $i => $crew) {
                $free = array_filter($crew->any_of, fn(string $person): bool => $this->isFree($person, $at, $at + 1));
                $blocked[count($this->constraints) + $i] += count($free) < $crew->needs ? 900 : 0;
            }
        }

        return array_values($blocked);
    }

    /** @return list<array{int, int}> */
    private function stretches(string $kind, \stdClass $one): array
    {
        if ($kind === 'busy') {
            return [[self::second($one->from), self::second($one->to)]];
        }
        if ($kind === 'freezes') {
            $ends = array_map(fn(string $text): int => $this->zone->instant(LocalTime::parse($text)->seconds ?? 0), [$one->from, $one->to]);

            return $ends[0] < $ends[1] ? [[$ends[0], $ends[1]]] : [];
        }
        $stretches = [];
        for ($day = intdiv($this->from, 86400) - 3; $day <= intdiv($this->to, 86400) + 3; $day++) {
            foreach ($one->days as $name) {
                if (Weekday::from($name)->number() === CivilDate::weekday($day)) {
                    [$opens, $closes] = [LocalTime::secondsOfDay($one->from) ?? 0, LocalTime::secondsOfDay($one->to) ?? 0];
                    $from = $this->zone->instant($day * 86400 + $opens);
                    $to = $this->zone->instant(($closes > $opens ? $day : $day + 1) * 86400 + $closes);
                    if ($from < $to) {
                        $stretches[] = [$from, $to];
                    }
                }
            }
        }

        return $stretches;
    }

    private static function second(string $text): int
    {
        return Instant::parse($text)->seconds ?? throw new \LogicException("$text is no instant.");
    }
}
