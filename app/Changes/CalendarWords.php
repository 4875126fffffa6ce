<?php

declare(strict_types=1);

namespace App\Changes;

use App\Changes\Planning\OtherChanges;
use App\Platform\Moment;
use App\Platform\WallClock;
use App\Topology\Estate;
use Skarvo\Changes\Collisions\Combined;
use Skarvo\Changes\Collisions\Pair;
use Skarvo\Topology\State;

/**
 * What gets into each other's way in the calendar of changes, in words.
 *
 * @phpstan-type CollisionLine array{changes: list<string>, from: int, to: int, words: string}
 */
final class CalendarWords
{
    private const NAMED = 3;

    /**
     * @param  list<Change>  $changes
     * @return list<CollisionLine> in the order of time
     */
    public static function of(array $changes): array
    {
        $estate = Estate::open();
        $planned = array_values(array_filter($changes, static fn(Change $one): bool => $one->state->isPlanned()));
        if (count($planned) < 2) {
            return [];
        }
        $collided = (new OtherChanges($estate))->collisions($planned);
        $estate->readAhead(array_values(array_unique([
            ...array_map(static fn(Combined $one): string => $one->item, $collided->combined),
            ...array_merge(...array_map(static fn(Pair $one): array => [...$one->same, ...$one->under], $collided->pairs)),
        ])));
        $lines = array_map(static fn(Pair $one): array => self::pair($one, $estate), $collided->pairs);
        $together = [];
        foreach ($collided->combined as $one) {
            // What only lost its spare is no collision yet.
            if ($one->state->isBroken()) {
                $together[implode(' ', $one->involves)." $one->from"][] = $one;
            }
        }
        foreach ($together as $all) {
            $lines[] = self::combined($all, $estate);
        }
        usort($lines, static fn(array $a, array $b): int => $a['from'] <=> $b['from']);

        return $lines;
    }

    /** @return CollisionLine */
    private static function pair(Pair $pair, Estate $estate): array
    {
        $names = static fn(array $ids): string => self::list(array_map($estate->name(...), $ids));
        [$a, $b] = $pair->changes;

        return self::line([$a, $b], $pair->from, $pair->to, match (true) {
            $pair->same !== [] => "$a and $b both work on {$names($pair->same)}",
            $pair->under !== [] => "one of $a and $b takes along what the other works on: {$names($pair->under)}",
            default => "the same person is to do $a and $b",
        });
    }

    /**
     * @param  non-empty-list<Combined>  $all  of one set of changes, from one moment on
     * @return CollisionLine
     */
    private static function combined(array $all, Estate $estate): array
    {
        usort($all, static fn(Combined $a, Combined $b): int => $b->state->rank() <=> $a->state->rank());
        $down = $all[0]->state === State::Down;

        return self::line(
            $all[0]->involves, $all[0]->from, max(array_map(static fn(Combined $one): int => $one->to, $all)),
            self::list($all[0]->involves).' together '.($down ? 'take down ' : 'leave in part ')
                .self::list(array_map(static fn(Combined $one): string => $estate->name($one->item), $all)),
        );
    }

    /**
     * @param  list<string>  $changes
     * @return CollisionLine
     */
    private static function line(array $changes, int $from, int $to, string $words): array
    {
        return [
            'changes' => $changes, 'from' => $from * 1000, 'to' => $to * 1000,
            'words' => WallClock::span(Moment::of($from), Moment::of($to)).": $words.",
        ];
    }

    /** @param  array<array-key, string>  $names */
    private static function list(array $names): string
    {
        $more = count($names) - self::NAMED;

        return implode($more > 0 ? ', ' : ' and ', array_slice($names, 0, self::NAMED)).($more > 0 ? " and $more more" : '');
    }
}
