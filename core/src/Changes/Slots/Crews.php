<?php

declare(strict_types=1);

namespace Skarvo\Changes\Slots;

use Skarvo\Time\Intervals;

/**
 * Who is free when, and whether those who are suffice: nobody counts for two crews.
 *
 * Whether people can be shared out among crews is a matching in a bipartite graph (Kuhn 1955, by augmenting paths); it
 * only changes where somebody goes or comes back, and is asked once for each set of people who are free.
 */
final class Crews
{
    /** @var array<string, bool> by crew left out and who is free: whether the others have what they need */
    private array $known = [];

    /**
     * @param  list<Crew>  $crews
     * @param  array<array-key, Intervals>  $away  by person
     */
    public function __construct(public readonly array $crews, private readonly array $away) {}

    public function blockedSeconds(Crew $crew, int $from, int $to): int
    {
        $blocked = 0;
        foreach ($this->stretches($from, $to, 0) as [$begin, $end, $missing]) {
            $free = array_filter($crew->anyOf, static fn(string $person): bool => ! isset($missing[$person]));
            $blocked += count($free) < $crew->needs ? $end - $begin : 0;
        }

        return $blocked;
    }

    /**
     * The instants of a range, in stretches in which the same people could not do work that starts then.
     *
     * @param  int  $seconds  how long the work takes; 0 is who is away at the instant itself
     * @return list<array{int, int, array<array-key, true>}> from, to, and who is missing
     */
    public function stretches(int $from, int $to, int $seconds): array
    {
        $turns = [];
        foreach ($this->people() as $person) {
            $missing = [];
            foreach (($this->away[$person] ?? Intervals::of([]))->all as [$begin, $end]) {
                $missing[] = [$begin - max(0, $seconds - 1), $end];
            }
            foreach (Intervals::of($missing)->within($from, $to)->all as [$begin, $end]) {
                $turns[$begin][$person] = true;
                $turns[$end][$person] = false;
            }
        }
        ksort($turns);
        $stretches = [];
        $missing = [];
        $begin = $from;
        foreach ($turns as $at => $people) {
            if ($at > $begin) {
                $stretches[] = [$begin, $at, $missing];
                $begin = $at;
            }
            foreach ($people as $person => $goes) {
                if ($goes) {
                    $missing[$person] = true;
                } else {
                    unset($missing[$person]);
                }
            }
        }
        if ($begin < $to) {
            $stretches[] = [$begin, $to, $missing];
        }

        return $stretches;
    }

    /**
     * @param  array<array-key, true>  $missing
     * @param  int|null  $without  a crew that is not asked for, by its place
     */
    public function suffice(array $missing, ?int $without = null): bool
    {
        ksort($missing);
        $key = ($without ?? '').' '.implode(' ', array_keys($missing));

        return $this->known[$key] ??= $this->canBeShared($missing, $without);
    }

    /**
     * @return array<array-key, list<string>> by crew: all of it who are free throughout
     */
    public function free(int $from, int $to): array
    {
        $free = [];
        foreach ($this->crews as $crew) {
            $free[$crew->name] = array_values(array_filter(
                $crew->anyOf,
                fn(string $person): bool => ! isset($this->away[$person]) || $this->away[$person]->within($from, $to)->all === [],
            ));
        }

        return $free;
    }

    /** @param  array<array-key, true>  $missing */
    private function canBeShared(array $missing, ?int $without): bool
    {
        $takenBy = [];
        foreach ($this->crews as $i => $crew) {
            for ($seat = 0; $i !== $without && $seat < $crew->needs; $seat++) {
                $tried = [];
                if (! $this->seat($i, $missing, $takenBy, $tried)) {
                    return false;
                }
            }
        }

        return true;
    }

    /**
     * Finds one more person for a crew, moving others on where that helps.
     *
     * @param  array<array-key, true>  $missing
     * @param  array<array-key, int>  $takenBy  crew by person
     * @param  array<array-key, true>  $tried  people
     */
    private function seat(int $crew, array $missing, array &$takenBy, array &$tried): bool
    {
        foreach ($this->crews[$crew]->anyOf as $person) {
            if (isset($missing[$person]) || isset($tried[$person]) || ($takenBy[$person] ?? null) === $crew) {
                continue;
            }
            $tried[$person] = true;
            if (! isset($takenBy[$person]) || $this->seat($takenBy[$person], $missing, $takenBy, $tried)) {
                $takenBy[$person] = $crew;

                return true;
            }
        }

        return false;
    }

    /** @return list<string> */
    private function people(): array
    {
        $people = [];
        foreach ($this->crews as $crew) {
            foreach ($crew->anyOf as $person) {
                $people[$person] = $person;
            }
        }

        return array_values($people);
    }
}
