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
            $all === 1 && $own !== null => 'It is the only one that shows trouble, and nothing under it does',
            $candidate->leaves === [] => $all === 1 ? 'It explains the only item that shows trouble' : "It explains all $all items that show trouble",
            default => 'It explains '.count($candidate->explains)." of $all items that show trouble, and leaves ".self::list($candidate->leaves, $name),
        }];
        if ($own !== null && count($candidate->explains) > 1) {
            $earlier = count(array_filter($candidate->explains, static fn(string $id): bool => ($began[$id] ?? $own) < $own));
            $words[] = $earlier === 0 ? 'it shows trouble itself, and did before the others' : "it shows trouble itself, but $earlier of them did before it";
        } elseif ($own === null) {
            $words[] = 'nothing was heard of it itself';
        }
        if ($candidate->alsoExpected !== []) {
            $words[] = self::list($candidate->alsoExpected, $name).(count($candidate->alsoExpected) === 1 ? ' should show trouble too, and does not' : ' should show trouble too, and do not');
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
