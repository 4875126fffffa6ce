<?php

declare(strict_types=1);

namespace Skarvo\Rota;

use Skarvo\Time\Zone;

/**
 * Proposes who takes which turn so that nights, weekends and holidays even out, within the rules.
 *
 * The turns stay as they are, only their people change. A sum of costs is brought down step by step: what people carry
 * over the average, squared, so that one with much is worse than two with a little more; far above it leave, then rest
 * and weekends running, then wishes; and a little for each change, so that nobody's plans are upset for nothing. Each
 * step gives one turn to somebody else or exchanges two, whichever helps most, until nothing does. (Steepest descent in
 * the neighbourhood of moves and exchanges; see Burke et al., "The state of the art of nurse rostering", Journal of
 * Scheduling 7, 2004.)
 */
final class FairTurns
{
    private const MOST_STEPS = 400;

    private const MOST_SHUFFLES = 24;

    private const SHUFFLED = 3;

    /** After so many no further shuffle begins: a second, or little more. */
    private const MOST_WEIGHED = 25_000;

    /** Exchanges are looked at among so many turns at the most; beyond, only moves. */
    private const MOST_EXCHANGED = 120;

    private int $seed = 1;

    /** Steps that were weighed so far. */
    private int $weighed = 0;

    /** @param  non-empty-list<string>  $people  who may take turns */
    private function __construct(private readonly TurnCosts $costs, private readonly array $people) {}

    /**
     * @param  list<Segment>  $turns  each with a person, in order
     * @param  non-empty-list<string>  $people
     * @param  list<Absence>  $absences
     * @param  list<string>  $holidays
     * @param  array<string, Burden>  $carried
     * @return array{people: list<string>, before: float, after: float, broken: list<string>} who takes each turn, the costs before and
     *      after, and who would have one in their leave or against their wish, as nobody else could
     */
    public static function propose(
        array $turns, array $people, TurnRules $rules, array $absences, Zone $zone, array $holidays = [], array $carried = [],
    ): array {
        $costs = new TurnCosts($turns, $people, $rules, $absences, $zone, $holidays, $carried);
        $found = (new self($costs, $people))->search();

        return [
            'people' => $found, 'before' => $costs->cost($costs->were), 'after' => $costs->cost($found),
            'broken' => $costs->broken($found),
        ];
    }

    /**
     * Where nothing helps any more, a few turns are shuffled and it goes on from there: the best of all counts.
     *
     * @return list<string>
     */
    private function search(): array
    {
        $best = $this->descend($this->costs->were);
        $least = $this->costs->cost($best);
        for (
            $again = 0; $again < self::MOST_SHUFFLES
                && $this->weighed < self::MOST_WEIGHED
                && count($best) > 1
                && count($this->people) > 1; $again++
        ) {
            $shaken = $best;
            for ($n = 0; $n < self::SHUFFLED; $n++) {
                $shaken[$this->next(count($shaken))] = $this->people[$this->next(count($this->people))];
            }
            $found = $this->descend(array_values($shaken));
            $cost = $this->costs->cost($found);
            if ($cost < $least - 1e-6) {
                [$best, $least] = [$found, $cost];
            }
        }

        return $best;
    }

    /** Numbers that look random, and are the same each time: the same question has the same answer. */
    private function next(int $below): int
    {
        $this->seed = ($this->seed * 1_103_515_245 + 12_345) & 0x7FFF_FFFF;

        return intdiv($this->seed, 65_536) % $below;
    }

    /**
     * @param  list<string>  $assigned
     * @return list<string>
     */
    private function descend(array $assigned): array
    {
        $own = $this->costs->own($assigned);
        $costs = [];
        foreach ($own as $person => $turns) {
            $costs[$person] = $this->costs->costOf((string) $person, $turns);
        }
        for ($step = 0; $step < self::MOST_STEPS; $step++) {
            $best = -1e-6;
            $move = null;
            foreach ($this->candidates($assigned) as $candidate) {
                $this->weighed++;
                $gain = $this->costs->gain($assigned, $own, $candidate, $costs);
                if ($gain < $best) {
                    [$best, $move] = [$gain, $candidate];
                }
            }
            if ($move === null) {
                break;
            }
            $touched = [];
            foreach ($move as $i => $person) {
                array_push($touched, $assigned[$i], $person);
                $assigned[$i] = $person;
            }
            $assigned = array_values($assigned);
            $own = $this->costs->own($assigned);
            foreach (array_unique($touched) as $person) {
                if (isset($costs[$person])) {
                    $costs[$person] = $this->costs->costOf($person, $own[$person]);
                }
            }
        }

        return $assigned;
    }

    /**
     * @param  list<string>  $assigned
     * @return iterable<array<int, string>> the new people, by turn
     */
    private function candidates(array $assigned): iterable
    {
        $count = count($assigned);
        for ($i = 0; $i < $count; $i++) {
            foreach ($this->people as $person) {
                if ($person !== $assigned[$i]) {
                    yield [$i => $person];
                }
            }
        }
        for ($i = 0; $i < $count && $count <= self::MOST_EXCHANGED; $i++) {
            for ($j = $i + 1; $j < $count; $j++) {
                if ($assigned[$i] !== $assigned[$j] && $this->costs->mayTake($assigned[$i]) && $this->costs->mayTake($assigned[$j])) {
                    yield [$i => $assigned[$j], $j => $assigned[$i]];
                }
            }
        }
    }
}
