<?php

declare(strict_types=1);

namespace Skarvo\Incidents\Major;

use Skarvo\Time\Duration;

/**
 * What speaks for it that an incident is part of a larger one: what it hangs on first, then what it hits, last where and when.
 *
 * Places and times are shared by chance: they speak for it only together, and never beyond doubt.
 */
final readonly class Belonging
{
    /** What begins within so many seconds of another began about when that did. */
    public const NEAR_SECONDS = 1800;

    /** Monitors see parts of one trouble in any order: so much earlier is no earlier. */
    public const TOLERANCE_SECONDS = 120;

    /**
     * @param  float  $score  0 to 1: how much speaks for it
     * @param  non-empty-list<string>  $reasons  sentences, the weightiest first
     * @param  bool  $isBeyondDoubt  all that shows it hangs on the larger one, and it did not begin before that
     */
    private function __construct(public float $score, public array $reasons, public bool $isBeyondDoubt) {}

    /** @return self|null null: nothing speaks for it */
    public static function of(Trouble $larger, Trouble $other): ?self
    {
        $hanging = self::share($other->items, $larger->reach);
        $bearing = self::share($larger->items, $other->reach);
        $services = array_values(array_intersect_key($other->services, $larger->services));
        $places = array_values(array_intersect($other->places, $larger->places));
        $later = $other->startedAt - $larger->startedAt;
        $isNear = abs($later) <= self::NEAR_SECONDS;
        if ($hanging === 0.0 && $bearing === 0.0 && $services === [] && ($places === [] || ! $isNear)) {
            return null;
        }
        $reasons = array_values(array_filter([
            $hanging === 0.0 ? null : self::part($hanging, count($other->items), 'it', 'this'),
            $bearing === 0.0 ? null : self::part($bearing, count($larger->items), 'this', 'it'),
            $services === [] ? null : 'It hits '.self::some($services).' too.',
            $places === [] ? null : (count($places) > 3 ? 'At '.count($places).' of the same places.' : 'At '.self::some($places).' too.'),
            match (true) {
                ! $isNear => null,
                $later === 0 => 'It began at the same time.',
                default => 'It began '.Duration::words(abs($later)).($later > 0 ? ' later.' : ' earlier.'),
            },
        ]));
        if ($reasons === []) {
            return null;
        }

        return new self(
            min(
                1.0,
                0.6 * max($hanging, $bearing) + 0.2 * ($services === [] ? 0 : 1) + 0.1 * ($places === [] ? 0 : 1) + 0.1 * ($isNear ? 1 : 0),
            ),
            $reasons, $hanging === 1.0 && $later >= -self::TOLERANCE_SECONDS,
        );
    }

    /**
     * @param  list<string>  $items
     * @param  list<string>  $reach
     */
    private static function share(array $items, array $reach): float
    {
        return $items === [] ? 0.0 : count(array_intersect($items, $reach)) / count($items);
    }

    private static function part(float $share, int $count, string $of, string $on): string
    {
        $some = (int) round($share * $count);
        $items = match (true) {
            $count === 1 => 'The one item',
            $some === $count => "All $count items",
            default => "$some of $count items",
        };

        return "$items of $of hang".($some === 1 ? 's' : '')." on $on.";
    }

    /** @param  non-empty-list<string>  $names */
    private static function some(array $names): string
    {
        $more = count($names) - 2;

        return implode(', ', array_slice($names, 0, 2)).($more > 0 ? " and $more more" : '');
    }
}
