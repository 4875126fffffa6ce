<?php

declare(strict_types=1);

namespace App\Changes\Planning;

use App\Changes\Change;
use App\Changes\Rules\StoredRules;
use App\Platform\Person;
use App\Platform\WallClock;
use App\Rota\Absences;
use App\Topology\Estate;
use Skarvo\Changes\Slots\Constraint;
use Skarvo\Changes\Slots\ConstraintKind;
use Skarvo\Changes\Slots\Crew;
use Skarvo\Changes\Slots\Crews;
use Skarvo\Changes\Slots\InTheWay;
use Skarvo\Changes\Slots\Slot;
use Skarvo\Changes\Slots\Slots;
use Skarvo\Changes\Slots\Work;
use Skarvo\Rota\Absence;
use Skarvo\Time\Intervals;
use Skarvo\Time\Zone;

/**
 * When there is room for a change, and what speaks against a time: windows, freezes, other changes, and who is away.
 *
 * @phpstan-type SlotLine array{from: int, to: int}
 * @phpstan-type BlockedLine array{kind: value-of<ConstraintKind>, words: string, from: int, to: int}
 * @phpstan-type InTheWayLine array{kind: value-of<ConstraintKind>, words: string, firstWithout: int|null}
 */
final readonly class Calendar
{
    private const DAYS_AHEAD = 90;

    private const GRID = 15;

    private const WANT = 5;

    /** What is offered are times to choose from, and not one night by quarters of an hour. */
    private const APART = 8 * 3600;

    private Zone $zone;

    private OtherChanges $others;

    private function __construct(private Estate $estate)
    {
        $this->others = new OtherChanges($estate);
        $this->zone = Zone::orUtc(WallClock::organisation());
    }

    public static function of(?Estate $estate = null): self
    {
        return new self($estate ?? Estate::open());
    }

    /**
     * The earliest times at which a change could be made, and what is in the way of others.
     *
     * @param  array{down: list<string>, touched: list<string>}  $items
     * @param  list<string>  $people
     * @return array{slots: list<SlotLine>, inTheWay: list<InTheWayLine>}
     */
    public function slots(array $items, array $people, int $from, int $seconds, ?int $but): array
    {
        $to = $from + self::DAYS_AHEAD * 86400;
        [$constraints, $words] = $this->constraints($items, $people, $from, $to, $but);
        $work = new Work($this->zone, $from, $to, $seconds, self::GRID, self::WANT, self::APART);
        [$slots, $inTheWay] = Slots::of($work, $constraints, self::crews($people, $from, $to));
        $lines = [];
        foreach ($inTheWay as $row) {
            if ($row->blockedSeconds > 0) {
                $lines[] = [
                    'kind' => $row->kind->value, 'words' => $words["{$row->kind->value} $row->name"] ?? self::plainly($row),
                    'firstWithout' => $row->firstWithout === null ? null : $row->firstWithout * 1000,
                ];
            }
        }

        return [
            'slots' => array_map(static fn(Slot $one): array => ['from' => $one->from * 1000, 'to' => $one->to * 1000], $slots),
            'inTheWay' => $lines,
        ];
    }

    /**
     * What speaks against one time.
     *
     * @param  array{down: list<string>, touched: list<string>}  $items
     * @param  list<string>  $people
     * @return list<string> in words
     */
    public function against(array $items, array $people, int $from, int $to, ?int $but): array
    {
        [$constraints, $words] = $this->constraints($items, $people, $from, $to, $but);
        $found = [];
        foreach ($constraints as $constraint) {
            if ($constraint->forbidsStarts($to - $from, $from, $from) !== []) {
                $found[] = $words["{$constraint->kind->value} $constraint->name"] ?? $constraint->name;
            }
        }
        $names = Person::query()->whereKey($people)->pluck('name', 'id');
        foreach ($people as $person) {
            if (self::awayOf([$person], $from, $to) !== []) {
                $found[] = (string) ($names[$person] ?? $person).' is away then.';
            }
        }

        return [...$found, ...$this->others->combined($items, $from, $to, $but)];
    }

    /**
     * When in a range something speaks against it, each by itself: for a band on which one looks for a time.
     *
     * @param  array{down: list<string>, touched: list<string>}  $items
     * @param  list<string>  $people
     * @return list<BlockedLine>
     */
    public function blocked(array $items, array $people, int $from, int $to, ?int $but): array
    {
        [$constraints, $words] = $this->constraints($items, $people, $from, $to, $but);
        $lines = [];
        foreach ($constraints as $constraint) {
            foreach ($constraint->forbidden($from, $to) as [$begin, $end]) {
                $lines[] = [
                    'kind' => $constraint->kind->value,
                    'words' => $words["{$constraint->kind->value} $constraint->name"] ?? $constraint->name, 'from' => $begin * 1000,
                    'to' => $end * 1000,
                ];
            }
        }
        $names = Person::query()->whereKey($people)->pluck('name', 'id');
        foreach (self::awayOf($people, $from, $to) as $one) {
            $lines[] = [
                'kind' => ConstraintKind::Crew->value, 'words' => (string) ($names[$one->person] ?? $one->person).' is away then.',
                'from' => max($from, $one->from) * 1000, 'to' => min($to, $one->to) * 1000,
            ];
        }

        return $lines;
    }

    /**
     * @param  array{down: list<string>, touched: list<string>}  $items
     * @param  list<string>  $people
     * @return array{list<Constraint>, array<string, string>} and what each says, by kind and name
     */
    private function constraints(array $items, array $people, int $from, int $to, ?int $but): array
    {
        $rules = StoredRules::now()->rules;
        $constraints = [];
        $words = [];
        foreach ($items['down'] === [] ? [] : $rules->windowsFor(Touched::by($items['down'], $this->estate)->takenDown()) as $window) {
            $constraints[] = Constraint::within($window->name, $window->open($this->zone, $from, $to));
            $because = implode(', ', array_slice($window->because, 0, 3))
                .(count($window->because) > 3 ? ' and '.(count($window->because) - 3).' more' : '');
            $words["windows $window->name"] = "Outside the hours “{$window->name}” ($because).";
        }
        $frozen = [];
        foreach ($rules->freezes as [$name, $begin, $end]) {
            $frozen[$name][] = [$this->zone->instant($begin), $this->zone->instant($end)];
        }
        foreach ($frozen as $name => $all) {
            $constraints[] = Constraint::outside(
                ConstraintKind::Freezes, (string) $name, Intervals::of(array_filter($all, static fn(array $one): bool => $one[0] < $one[1]))
            );
            $words["freezes $name"] = "Nothing is changed during “{$name}”.";
        }
        foreach ($this->others->pairs($items, $people, $from, $to, $but) as [$pair, $other]) {
            $constraints[] = Constraint::outside(
                ConstraintKind::Busy, $other->ref(), Intervals::of([[$other->from()->getTimestamp(), $other->to()->getTimestamp()]])
            );
            $words["busy {$other->ref()}"] = $this->others->words($pair, $other);
        }

        return [$constraints, $words];
    }

    private static function plainly(InTheWay $row): string
    {
        return $row->kind === ConstraintKind::Crew ? 'Whoever does it is away at times.' : "$row->name.";
    }

    /** @param  list<string>  $people */
    private static function crews(array $people, int $from, int $to): Crews
    {
        $away = [];
        foreach (self::awayOf($people, $from, $to) as $one) {
            $away[$one->person][] = [$one->from, $one->to];
        }

        return new Crews(
            $people === [] ? [] : [new Crew('who does it', $people, count($people))], array_map(Intervals::of(...), $away),
        );
    }

    /**
     * @param  list<string>  $people
     * @return list<Absence>
     */
    private static function awayOf(array $people, int $from, int $to): array
    {
        return $people === []
            ? []
            : array_values(array_filter(Absences::between($from, $to, $people), static fn(Absence $one): bool => ! $one->isWish));
    }
}
