<?php

declare(strict_types=1);

namespace Skarvo\Changes\Slots;

use Skarvo\Changes\PeopleAway;
use Skarvo\Json\Document;
use Skarvo\Json\ErrorCode;
use Skarvo\Json\HoursReader;
use Skarvo\Json\Row;
use Skarvo\Time\Intervals;
use Skarvo\Time\WeekHours;
use Skarvo\Time\Zone;

/** Reads a piece of work and what it has to keep to, as the contract of slots says. */
final readonly class SlotsDocument
{
    private const LONGEST_DAYS = 400;

    private const WEEK = 7 * 86400;

    private const GRIDS = [5, 10, 15, 20, 30, 60];

    private function __construct(private Document $document, private Row $root) {}

    /**
     * @return array{Work, list<Constraint>, Crews}
     *
     * @throws \Skarvo\Json\BadInput
     */
    public static function read(Document $document): array
    {
        return (new self($document, Row::root(
            $document, ['time_zone', 'from', 'to', 'duration', 'grid', 'want'],
            ['apart', 'windows', 'freezes', 'busy', 'crew', 'away'],
        )))->all();
    }

    /** @return array{Work, list<Constraint>, Crews} */
    private function all(): array
    {
        $zone = (new HoursReader($this->document))->zone($this->root->fields);
        $range = $this->root->range();
        if ($range !== null && $range[1] - $range[0] > self::LONGEST_DAYS * 86400) {
            $this->document->refuse(ErrorCode::OutOfRange, '/to', 'The range is at most 400 days. End it earlier.');
        }
        $duration = $this->minutes('duration', 60, 'Work takes a minute at least and 7 days at most, in whole minutes.');
        $apart = $this->minutes('apart', 0, 'Slots are up to 7 days apart, in whole minutes.');
        $grid = $this->root->integer('grid', 5, 60);
        if ($grid !== null && ! in_array($grid, self::GRIDS, true)) {
            $this->document->refuse(ErrorCode::OutOfRange, '/grid', 'Use 5, 10, 15, 20, 30 or 60 minutes.');
        }
        $want = $this->root->integer('want', 1, 100);
        $windows = $this->windows();
        $freezes = $this->freezes();
        $busy = $this->busy();
        $crews = new Crews($this->crews(), $this->away());
        $this->document->conclude();
        if ($zone === null || $range === null || $duration === null || $grid === null || $want === null) {
            throw new \LogicException('A sound document has what it must have.');
        }

        return [
            new Work($zone, $range[0], $range[1], $duration, $grid, $want, $apart ?? 0),
            [
                ...array_map(
                    static fn(array $one): Constraint => Constraint::within($one[0], self::open($one[1], $zone, $range)), $windows,
                ),
                ...array_map(static fn(array $one): Constraint => Constraint::outside(
                    ConstraintKind::Freezes, $one[0], self::frozen($one[1], $zone),
                ), $freezes),
                ...array_map(static fn(array $one): Constraint => Constraint::outside(
                    ConstraintKind::Busy, $one[0], Intervals::of($one[1]),
                ), $busy),
            ],
            $crews,
        ];
    }

    /**
     * @param  list<WeekHours>  $hours
     * @param  array{int, int}  $range
     */
    private static function open(array $hours, Zone $zone, array $range): Intervals
    {
        return Intervals::of(array_merge(
            ...array_map(static fn(WeekHours $one): array => $one->open($zone, $range[0], $range[1]), $hours),
        ));
    }

    /** @param  list<array{int, int}>  $locals */
    private static function frozen(array $locals, Zone $zone): Intervals
    {
        $stretches = array_map(static fn(array $one): array => [$zone->instant($one[0]), $zone->instant($one[1])], $locals);

        return Intervals::of(array_filter($stretches, static fn(array $one): bool => $one[0] < $one[1]));
    }

    private function minutes(string $name, int $least, string $message): ?int
    {
        $seconds = $this->root->duration($name)?->seconds();

        return $seconds === null || ($seconds >= $least && $seconds <= self::WEEK && $seconds % 60 === 0)
            ? $seconds
            : $this->document->refuse(ErrorCode::OutOfRange, "/$name", $message);
    }

    /** @return list<array{string, list<WeekHours>}> by name, in the order of their first places */
    private function windows(): array
    {
        $found = [];
        $reader = new HoursReader($this->document);
        foreach ($this->root->rows('windows', ['name', 'days', 'from', 'to']) as $row) {
            $name = $row->text('name');
            $hours = $reader->window($row->fields, $row->at);
            if ($name !== null && $hours !== null) {
                $found[$name][] = $hours;
            }
        }

        return self::named($found);
    }

    /** @return list<array{string, list<array{int, int}>}> */
    private function freezes(): array
    {
        $found = [];
        foreach ($this->root->rows('freezes', ['name', 'from', 'to']) as $row) {
            $name = $row->text('name');
            $range = $row->localRange();
            if ($name !== null && $range !== null) {
                $found[$name][] = $range;
            }
        }

        return self::named($found);
    }

    /** @return list<array{string, list<array{int, int}>}> */
    private function busy(): array
    {
        $found = [];
        foreach ($this->root->rows('busy', ['name', 'from', 'to']) as $row) {
            $name = $row->text('name');
            $range = $row->range();
            if ($name !== null && $range !== null) {
                $found[$name][] = $range;
            }
        }

        return self::named($found);
    }

    /** @return list<Crew> */
    private function crews(): array
    {
        $crews = $seen = [];
        foreach ($this->root->rows('crew', ['name', 'any_of', 'needs']) as $row) {
            $name = $row->newId('name', $seen, 'crew');
            $people = array_values($row->ids('any_of'));
            $count = count($row->has('any_of') && is_array($row->fields['any_of']) ? $row->fields['any_of'] : []);
            if ($row->has('any_of') && $row->fields['any_of'] === []) {
                $this->document->refuse(ErrorCode::OutOfRange, $row->at('any_of'), 'A crew has one person at least. Name one.');
            }
            $needs = $row->integer('needs', 1, max(1, $count));
            if ($name !== null && $people !== [] && $needs !== null && $needs <= count($people)) {
                $crews[] = new Crew($name, $people, $needs);
            }
        }

        return $crews;
    }

    /** @return array<array-key, Intervals> by person */
    private function away(): array
    {
        return array_map(Intervals::of(...), PeopleAway::read($this->root));
    }

    /**
     * @template T
     *
     * @param  array<array-key, list<T>>  $found
     * @return list<array{string, list<T>}>
     */
    private static function named(array $found): array
    {
        $named = [];
        foreach ($found as $name => $all) {
            $named[] = [(string) $name, $all];
        }

        return $named;
    }
}
