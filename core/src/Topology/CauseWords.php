<?php

declare(strict_types=1);

namespace Skarvo\Topology;

/** Says in words why a candidate may be behind some symptoms, and what speaks against it. */
final class CauseWords
{
    /** Names that are told one by one. */
    private const NAMED = 3;

    /**
     * @param  array<array-key, int>  $began  when each symptom began, in seconds since the epoch, by item id
     * @param  \Closure(string): string  $name  of an item
     */
    public static function of(Candidate $candidate, array $began, \Closure $name): string
    {
        $all = count($candidate->explains) + count($candidate->leaves);
        $own = $began[$candidate->id] ?? null;
        $words = [match (true) {
            $all === 1 && $own !== null => 'It is the only item in trouble, and nothing under it is',
            $candidate->leaves === [] => $all === 1 ? 'It explains the only item in trouble' : "It explains all $all items in trouble",
            default => 'It explains '.count($candidate->explains)." of $all items in trouble, and leaves "
                .self::list($candidate->leaves, $name),
        }];
        if ($own !== null && count($candidate->explains) > 1) {
            $earlier = count(array_filter($candidate->explains, static fn(string $id): bool => ($began[$id] ?? $own) < $own));
            $words[] = $earlier === 0
                ? 'it is in trouble itself, and was before the others'
                : "it is in trouble itself, but $earlier of them were before it";
        } elseif ($own === null) {
            $words[] = 'there is no alert on it itself';
        }
        if ($candidate->alsoExpected !== []) {
            $words[] = self::list($candidate->alsoExpected, $name).(
                count($candidate->alsoExpected) === 1 ? ' should be in trouble too, and is not' : ' should be in trouble too, and are not'
            );
        }

        return implode('; ', $words).'.';
    }

    /**
     * @param  list<string>  $ids
     * @param  \Closure(string): string  $name
     */
    private static function list(array $ids, \Closure $name): string
    {
        $names = array_map($name, array_slice($ids, 0, self::NAMED));
        $more = count($ids) - count($names);

        return implode(', ', $names).($more > 0 ? " and $more more" : '');
    }
}
