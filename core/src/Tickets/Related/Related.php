<?php

declare(strict_types=1);

namespace Skarvo\Tickets\Related;

/**
 * Which tickets belong to which incidents.
 *
 * For each pair some figures are taken (Reasons): whether the words are about the same (Meaning), whether service and item
 * are what is hit or stand on it, whether place and time fit. From these a first likelihood is computed for each incident,
 * and for none. Then the tickets are compared with each other: what is worded alike at about the same time belongs
 * together (label propagation; Zhu and Ghahramani 2002), so that a ticket that says nothing follows those that do.
 */
final class Related
{
    /** From so likely on, a ticket is said to belong to an incident. */
    public const LIKELY = 0.42;

    /** From so likely on, a link may be made without anybody looking: 99 of 100 such are right, also in words that are not known. */
    public const BEYOND_DOUBT = 0.95;

    private const CHOICES = 3;

    private const ROUNDS = 2;

    /** Seconds within which tickets are said to come together. */
    private const TOGETHER = 2400;

    /** The places of the figures that come from comparing tickets. */
    private const ALIKE = 18;

    private const MANY = 19;

    private const ALIKE_UNLINKED = 21;

    private readonly Because $because;

    /** @var list<IncidentFacts> */
    private readonly array $incidents;

    /** @var list<TicketFacts> */
    private readonly array $tickets;

    private readonly Alike $alike;

    /**
     * @param  list<KnownIncident>  $incidents
     * @param  list<KnownTicket>  $tickets
     * @param  list<array{string, string}>  $dependencies  who needs what
     * @param  list<PastTicket>  $past
     */
    private function __construct(array $incidents, array $tickets, array $dependencies, array $past)
    {
        $places = array_merge(
            array_merge(...array_map(static fn(KnownIncident $one): array => $one->places, $incidents)),
            array_filter(array_map(static fn(KnownTicket $one): ?string => $one->place, $tickets), is_string(...)),
        );
        $meaning = new Meaning(
            $past, array_map(static fn(KnownIncident $one): string => "$one->title $one->text", $incidents),
            array_values(array_unique($places)),
        );
        $needs = new WhoNeedsWhom($dependencies);
        $this->because = new Because($meaning);
        $this->incidents = array_map(static fn(KnownIncident $one): IncidentFacts => IncidentFacts::of($one, $meaning, $needs), $incidents);
        $this->tickets = array_map(static fn(KnownTicket $one): TicketFacts => TicketFacts::of($one, $meaning), $tickets);
        $this->alike = new Alike($this->tickets);
    }

    /**
     * @param  list<KnownIncident>  $incidents
     * @param  list<KnownTicket>  $tickets
     * @param  list<array{string, string}>  $dependencies  who needs what
     * @param  list<PastTicket>  $past
     * @return list<Placement> one a ticket, in their order
     */
    public static function of(array $incidents, array $tickets, array $dependencies, array $past): array
    {
        $self = new self($incidents, $tickets, $dependencies, $past);
        $likely = self::likely($self->firstFigures(), LinkEvidence::FIRST);
        for ($round = 0; $round < self::ROUNDS; $round++) {
            $likely = self::likely($self->thenFigures($likely), LinkEvidence::THEN);
        }

        return array_map($self->answer(...), array_keys($tickets), $likely);
    }

    /**
     * What the weights are fitted with: the figures of each ticket and incident, before and after comparing the tickets.
     *
     * @param  list<KnownIncident>  $incidents
     * @param  list<KnownTicket>  $tickets
     * @param  list<array{string, string}>  $dependencies
     * @param  list<PastTicket>  $past
     * @param  list<float>|null  $first  weights to compare them with; none for the figures before
     * @return list<list<list<float>>> by ticket and incident
     */
    public static function figures(array $incidents, array $tickets, array $dependencies, array $past, ?array $first = null): array
    {
        $self = new self($incidents, $tickets, $dependencies, $past);

        return $first === null ? $self->firstFigures() : $self->thenFigures(self::likely($self->firstFigures(), $first));
    }

    /** @return list<list<list<float>>> by ticket and incident */
    private function firstFigures(): array
    {
        return array_map(fn(TicketFacts $said): array => array_map(
            static fn(IncidentFacts $facts): array => LinkEvidence::of($said, $facts), $this->incidents,
        ), $this->tickets);
    }

    /**
     * @param  list<list<float>>  $likely  by ticket and incident
     * @return list<list<list<float>>>
     */
    private function thenFigures(array $likely): array
    {
        $figures = $this->firstFigures();
        foreach ($this->tickets as $t => $said) {
            $sum = $lately = array_fill(0, count($this->incidents), 0.0);
            $none = $all = 0.0;
            foreach ($this->alike->to($t) as $other => $alike) {
                $near = $alike ** 2 * exp(-abs($this->tickets[$other]->ticket->at - $said->ticket->at) / 7200);
                $all += $near;
                foreach ($likely[$other] as $i => $one) {
                    $sum[$i] += $near * $one;
                }
                $none += $near * max(0.0, 1 - array_sum($likely[$other]));
            }
            foreach ($this->tickets as $other => $one) {
                if ($other !== $t && abs($one->ticket->at - $said->ticket->at) < self::TOGETHER) {
                    foreach ($likely[$other] as $i => $share) {
                        $lately[$i] += $share;
                    }
                }
            }
            foreach ($sum as $i => $one) {
                $figures[$t][$i] = array_values(array_replace($figures[$t][$i], [
                    self::ALIKE => $one / ($all + 0.3), self::MANY => log(1 + $lately[$i]), self::ALIKE_UNLINKED => $none / ($all + 0.3),
                ]));
            }
        }

        return $figures;
    }

    /**
     * @param  list<list<list<float>>>  $figures
     * @param  list<float>  $weights
     * @return list<list<float>> how likely each incident is for each ticket; what is missing to one is for none
     */
    private static function likely(array $figures, array $weights): array
    {
        return array_map(static function (array $incidents) use ($weights): array {
            $scores = array_map(static fn(array $one): float => exp(min(30.0, LinkEvidence::sum($one, $weights))), $incidents);
            $all = 1 + array_sum($scores);

            return array_map(static fn(float $score): float => $score / $all, $scores);
        }, $figures);
    }

    /** @param  list<float>  $likely  by incident */
    private function answer(int $t, array $likely): Placement
    {
        $order = array_keys($likely);
        $id = fn(int $i): string => $this->incidents[$i]->incident->id;
        // Scores that are told alike are equal.
        usort($order, static fn(int $a, int $b): int => round($likely[$b], 3) <=> round($likely[$a], 3) ?: strcmp($id($a), $id($b)));
        $said = $this->tickets[$t];
        $choices = array_map(fn(int $i): Choice => new Choice(
            $id($i), $likely[$i], $this->because->told($said, $this->incidents[$i], $this->alike->to($t)),
        ), array_slice($order, 0, self::CHOICES));
        $isLikely = $choices !== [] && $choices[0]->score >= self::LIKELY;

        return new Placement($said->ticket->id, $isLikely ? $choices[0]->incident : null, $choices);
    }
}
