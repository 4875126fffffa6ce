<?php

declare(strict_types=1);

namespace App\Changes\Planning;

use App\Changes\Change;
use App\Platform\Moment;
use App\Platform\WallClock;
use App\Topology\Estate;
use Skarvo\Changes\Collisions\Collided;
use Skarvo\Changes\Collisions\Collisions;
use Skarvo\Changes\Collisions\Combined;
use Skarvo\Changes\Collisions\Pair;
use Skarvo\Changes\Collisions\PlannedChange;
use Skarvo\Topology\State;

/** Changes that get into each other's way: those that meet on one time, and those that together do more harm than each by itself. */
final readonly class OtherChanges
{
    public function __construct(private Estate $estate) {}

    /**
     * What gets into each other's way among some changes.
     *
     * @param  list<Change>  $changes
     */
    public function collisions(array $changes): Collided
    {
        $items = Change::itemsOf(array_map(static fn(Change $one): int => $one->id, $changes));
        $planned = [];
        foreach ($changes as $change) {
            $planned[] = $this->planned(
                $change->ref(), $change->from()->getTimestamp(), $change->to()->getTimestamp(),
                $items[$change->id] ?? ['down' => [], 'touched' => []], self::peopleOf($change)
            );
        }

        return Collisions::of($this->estate->graph(), $planned);
    }

    /** @return list<string> */
    public static function peopleOf(Change $change): array
    {
        return $change->implementer_id === null ? [] : [$change->implementer_id];
    }

    /**
     * The others that a change would collide with if they fell on one time.
     *
     * @param  array{down: list<string>, touched: list<string>}  $items
     * @param  list<string>  $people
     * @return list<array{Pair, Change}>
     */
    public function pairs(array $items, array $people, int $from, int $to, ?int $but): array
    {
        if ($items['down'] === [] && $items['touched'] === [] && $people === []) {
            return [];
        }
        $others = self::others($from, $to, $but);
        $theirs = Change::itemsOf(array_map(static fn(Change $one): int => $one->id, $others));
        // Each of them as if it fell on the time of this one, and on that of no other: whether they may is what is asked.
        $planned = [$this->planned('asked', 0, count($others) + 1, $items, $people)];
        $byRef = [];
        foreach ($others as $i => $other) {
            $byRef[$other->ref()] = $other;
            $planned[] = $this->planned(
                $other->ref(), $i, $i + 1, $theirs[$other->id] ?? ['down' => [], 'touched' => []], self::peopleOf($other)
            );
        }
        $pairs = [];
        foreach (Collisions::of($this->estate->graph(), $planned)->pairs as $pair) {
            $pairs[] = [
                $pair,
                $byRef[array_values(array_diff($pair->changes, ['asked']))[0] ?? '']
                    ?? throw new \LogicException('A pair is with another change.'),
            ];
        }

        return $pairs;
    }

    /**
     * What it would do together with others that it does not meet.
     *
     * @param  array{down: list<string>, touched: list<string>}  $items
     * @return list<string>
     */
    public function combined(array $items, int $from, int $to, ?int $but): array
    {
        $others = self::others($from, $to, $but);
        if ($items['down'] === [] || $others === []) {
            return [];
        }
        $theirs = Change::itemsOf(array_map(static fn(Change $one): int => $one->id, $others));
        $planned = [$this->planned('asked', $from, $to, $items, [])];
        foreach ($others as $other) {
            $planned[] = $this->planned(
                $other->ref(), $other->from()->getTimestamp(), $other->to()->getTimestamp(),
                $theirs[$other->id] ?? ['down' => [], 'touched' => []], []
            );
        }
        $found = [];
        foreach (Collisions::of($this->estate->graph(), $planned)->combined as $one) {
            if (in_array('asked', $one->involves, true) && $one->state->isBroken()) {
                $found[implode(' ', $one->involves)][] = $one;
            }
        }

        return array_values(array_map(function (array $all): string {
            $first = $all[0];
            $with = array_values(array_diff($first->involves, ['asked']));
            $names = array_map(
                fn(Combined $one): string => $this->estate->name($one->item)
                    .($one->state === State::Down ? ' is down' : ' works in part'),
                array_slice($all, 0, 3)
            );

            return 'With '.implode(' and ', $with).': '.implode(', ', $names).(count($all) > 3 ? ' and '.(count($all) - 3).' more' : '')
                .', '.WallClock::span(Moment::of($first->from), Moment::of($first->to)).'.';
        }, $found));
    }

    /** @return list<Change> */
    private static function others(int $from, int $to, ?int $but): array
    {
        return array_values(
            Change::query()->plannedBetween($from, $to)->when($but !== null, static fn($query) => $query->whereKeyNot($but))
                ->orderBy('from_at')->limit(500)->get()->all()
        );
    }

    public function words(Pair $pair, Change $other): string
    {
        $names = fn(array $ids): string => implode(', ', array_map($this->estate->name(...), array_slice($ids, 0, 3)));

        return "{$other->ref()} $other->title, ".WallClock::span($other->from(), $other->to()).': '.match (true) {
            $pair->same !== [] => "both work on {$names($pair->same)}.",
            $pair->under !== [] => "one takes along what the other works on: {$names($pair->under)}.",
            default => 'the same person is to do both.',
        };
    }

    /**
     * @param  array{down: list<string>, touched: list<string>}  $items
     * @param  list<string>  $people
     */
    private function planned(string $id, int $from, int $to, array $items, array $people): PlannedChange
    {
        $graph = $this->estate->graph();
        $numbers = static fn(array $ids): array => array_values(array_filter(array_map($graph->number(...), $ids), is_int(...)));

        return new PlannedChange($id, $from, max($to, $from + 1), $numbers($items['down']), $numbers($items['touched']), $people);
    }
}
