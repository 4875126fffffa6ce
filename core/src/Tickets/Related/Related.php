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

    private const CHOICES = 3;

    private const ROUNDS = 2;

    /** The places of the figures that come from comparing tickets. */
    private const ALIKE = 18;

    private const MANY = 19;

    private const ALIKE_UNLINKED = 21;

    private readonly Meaning $meaning;

    /** @var array<array-key, list<string>> who needs it directly */
    private array $dependents = [];

    /** @var array<array-key, list<string>> */
    private array $needs = [];

    /** @var list<array{about: array<string, float>, words: array<array-key, true>, hit: array<array-key, true>, near: array<array-key, true>, places: array<string, true>}> */
    private array $incidentFacts = [];

    /** @var list<array{words: list<string>, about: array<string, float>, places: list<string>}> */
    private array $ticketFacts = [];

    /** @var array<int, array<int, float>> how alike two tickets are, by their places in the list */
    private array $alike = [];

    /**
     * @param  list<KnownIncident>  $incidents
     * @param  list<KnownTicket>  $tickets
     * @param  list<array{string, string}>  $dependencies  who needs what
     * @param  list<PastTicket>  $past
     */
    private function __construct(private readonly array $incidents, private readonly array $tickets, array $dependencies, array $past)
    {
        $places = [];
        foreach ($incidents as $one) {
            array_push($places, ...$one->places);
        }
        foreach ($tickets as $one) {
            if ($one->place !== null) {
                $places[] = $one->place;
            }
        }
        $this->meaning = new Meaning(
            $past, array_map(static fn(KnownIncident $one): string => "$one->title $one->text", $incidents), array_values(array_unique($places)),
        );
        foreach ($dependencies as [$from, $to]) {
            $this->dependents[$to][] = $from;
            $this->needs[$from][] = $to;
        }
        foreach ($incidents as $one) {
            $this->incidentFacts[] = $this->factsOf($one);
        }
        foreach ($tickets as $one) {
            $words = $this->meaning->words($one->text);
            $this->ticketFacts[] = [
                'words' => $words, 'about' => $this->meaning->of($words),
                'places' => $one->place !== null ? [self::place($one->place)] : $this->meaning->placesIn($one->text),
            ];
        }
        $this->compareTickets();
    }

    /**
     * @param  list<KnownIncident>  $incidents
     * @param  list<KnownTicket>  $tickets
     * @param  list<array{string, string}>  $dependencies  who needs what
     * @param  list<PastTicket>  $past
     * @return list<Answer> one a ticket, in their order
     */
    public static function of(array $incidents, array $tickets, array $dependencies, array $past): array
    {
        $self = new self($incidents, $tickets, $dependencies, $past);
        $likely = $self->likely($self->firstFigures(), Reasons::FIRST);
        for ($round = 0; $round < self::ROUNDS; $round++) {
            $likely = $self->likely($self->thenFigures($likely), Reasons::THEN);
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

        return $first === null ? $self->firstFigures() : $self->thenFigures($self->likely($self->firstFigures(), $first));
    }

    /** @return array{about: array<string, float>, words: array<array-key, true>, hit: array<array-key, true>, near: array<array-key, true>, places: array<string, true>} */
    private function factsOf(KnownIncident $incident): array
    {
        $own = [...$incident->services, ...$incident->items];
        $hit = self::reached($own, $this->dependents);
        $below = self::reached($own, $this->needs);
        $about = [];
        $names = [[1.0, $this->meaning->words($incident->title)], [0.5, $this->meaning->words($incident->text)]];
        foreach ($incident->services as $id) {
            $names[] = [1.0, Tokens::of(strtr($id, '-_.', '   '))];
        }
        foreach (array_keys($hit) as $id) {
            $names[] = [0.8, Tokens::of(strtr((string) $id, '-_.', '   '))];
        }
        foreach ($names as [$weight, $words]) {
            foreach ($this->meaning->of($words) as $family => $share) {
                if ($family !== '') {
                    $about[$family] = max($about[$family] ?? 0.0, min(1.0, 1.5 * $share) * $weight);
                }
            }
        }

        return [
            'about' => $about, 'words' => array_fill_keys($this->meaning->words("$incident->title $incident->text"), true),
            'hit' => $hit, 'near' => $below + $hit, 'places' => array_fill_keys(array_map(self::place(...), $incident->places), true),
        ];
    }

    private static function place(string $place): string
    {
        return Tokens::stem(mb_strtolower($place));
    }

    /**
     * @param  list<string>  $from
     * @param  array<array-key, list<string>>  $edges
     * @return array<array-key, true> these, and what can be reached from them
     */
    private static function reached(array $from, array $edges): array
    {
        $reached = array_fill_keys($from, true);
        while ($from !== []) {
            foreach ($edges[array_pop($from)] ?? [] as $next) {
                if (! isset($reached[$next])) {
                    $reached[$next] = true;
                    $from[] = $next;
                }
            }
        }

        return $reached;
    }

    private function compareTickets(): void
    {
        $in = [];
        foreach ($this->ticketFacts as $i => $facts) {
            foreach (array_unique($facts['words']) as $word) {
                $in[$word][] = $i;
            }
        }
        $weight = fn(int|string $word): float => log(1 + count($this->ticketFacts) / max(1, count($in[$word] ?? [])));
        $length = [];
        foreach ($this->ticketFacts as $i => $facts) {
            $length[$i] = sqrt(array_sum(array_map(static fn(string $word): float => $weight($word) ** 2, array_unique($facts['words']))));
        }
        foreach ($in as $word => $tickets) {
            $product = $weight($word) ** 2;
            foreach ($tickets as $i) {
                foreach ($tickets as $j) {
                    if ($i !== $j) {
                        $this->alike[$i][$j] = ($this->alike[$i][$j] ?? 0.0) + $product / ($length[$i] * $length[$j]);
                    }
                }
            }
        }
    }

    /** @return list<list<list<float>>> */
    private function firstFigures(): array
    {
        $figures = [];
        foreach ($this->tickets as $t => $ticket) {
            $figures[] = array_map(fn(int $i): array => $this->pair($ticket, $this->ticketFacts[$t], $this->incidents[$i], $this->incidentFacts[$i]), array_keys($this->incidents));
        }

        return $figures;
    }

    /**
     * @param  array{words: list<string>, about: array<string, float>, places: list<string>}  $said
     * @param  array{about: array<string, float>, words: array<array-key, true>, hit: array<array-key, true>, near: array<array-key, true>, places: array<string, true>}  $facts
     * @return list<float>
     */
    private function pair(KnownTicket $ticket, array $said, KnownIncident $incident, array $facts): array
    {
        $fits = 0.0;
        foreach ($said['about'] as $family => $share) {
            $fits += $share * ($facts['about'][$family] ?? 0.0);
        }
        $unknown = $said['about'][''] ?? 0.0;
        $is = static fn(bool $it): float => $it ? 1.0 : 0.0;
        $knows = $incident->services !== [] || $incident->items !== [];
        $given = static fn(?string $id, array $own): array => $id === null || ! $knows ? [0.0, 0.0, 0.0] : [
            $is(in_array($id, $own, true)),
            $is(! in_array($id, $own, true) && isset($facts['near'][$id])),
            $is(! in_array($id, $own, true) && ! isset($facts['near'][$id])),
        ];
        $tied = $facts['places'] !== [];
        $there = $tied && array_filter($said['places'], static fn(string $place): bool => isset($facts['places'][$place])) !== [];
        $elsewhere = $tied && ! $there && $said['places'] !== [];
        $early = max(0, $incident->beganAt - $ticket->at) / 600;
        $late = $incident->endedAt === null ? 0 : max(0, $ticket->at - $incident->endedAt) / 1200;
        $age = max(0, $ticket->at - $incident->beganAt) / 3600;
        $same = count(array_filter(array_unique($said['words']), static fn(string $word): bool => isset($facts['words'][$word])));

        return [
            1.0, $fits, (1 - $unknown) * (1 - min(1.0, $fits / max(1e-9, 1 - $unknown))), ...$given($ticket->service, $incident->services),
            ...$given($ticket->item, $incident->items), $is($there), $is($elsewhere), $is($tied && $said['places'] === []),
            min(4.0, $early), min(4.0, $late), log(1 + $age), min(3, $same), $unknown * $is($there), $unknown * exp(-$age), 0.0, 0.0, $unknown, 0.0,
            $is(! $tied),
        ];
    }

    /**
     * @param  list<list<float>>  $likely  by ticket and incident
     * @return list<list<list<float>>>
     */
    private function thenFigures(array $likely): array
    {
        $figures = $this->firstFigures();
        foreach ($this->tickets as $t => $ticket) {
            $sum = array_fill(0, count($this->incidents), 0.0);
            $none = $all = 0.0;
            foreach ($this->alike[$t] ?? [] as $other => $alike) {
                $near = $alike ** 2 * exp(-abs($this->tickets[$other]->at - $ticket->at) / 7200);
                $all += $near;
                foreach ($sum as $i => $one) {
                    $sum[$i] = $one + $near * $likely[$other][$i];
                }
                $none += $near * max(0.0, 1 - array_sum($likely[$other]));
            }
            $lately = array_fill(0, count($this->incidents), 0.0);
            foreach ($this->tickets as $other => $one) {
                if ($other !== $t && abs($one->at - $ticket->at) < 2400) {
                    foreach ($lately as $i => $many) {
                        $lately[$i] = $many + $likely[$other][$i];
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
    private function likely(array $figures, array $weights): array
    {
        return array_map(static function (array $incidents) use ($weights): array {
            $scores = array_map(static fn(array $one): float => exp(min(30.0, Reasons::sum($one, $weights))), $incidents);
            $all = 1 + array_sum($scores);

            return array_map(static fn(float $score): float => $score / $all, $scores);
        }, $figures);
    }

    /** @param  list<float>  $likely  by incident */
    private function answer(int $t, array $likely): Answer
    {
        $order = array_keys($likely);
        usort($order, fn(int $a, int $b): int => round($likely[$b], 3) <=> round($likely[$a], 3) ?: strcmp($this->incidents[$a]->id, $this->incidents[$b]->id));
        $choices = array_map(fn(int $i): Choice => new Choice($this->incidents[$i]->id, $likely[$i], $this->because($t, $i)), array_slice($order, 0, self::CHOICES));
        $isLikely = $choices !== [] && $choices[0]->score >= self::LIKELY;

        return new Answer($this->tickets[$t]->id, $isLikely ? $choices[0]->incident : null, $choices);
    }

    /** @return non-empty-list<string> */
    private function because(int $t, int $i): array
    {
        [$ticket, $said, $incident, $facts] = [$this->tickets[$t], $this->ticketFacts[$t], $this->incidents[$i], $this->incidentFacts[$i]];
        $because = [];
        if ($ticket->service !== null && isset($facts['near'][$ticket->service])) {
            $because[] = "service $ticket->service";
        }
        if ($ticket->item !== null && isset($facts['near'][$ticket->item])) {
            $because[] = "item $ticket->item";
        }
        $words = array_values(array_filter(array_unique($said['words']), function (string $word) use ($facts): bool {
            foreach ($this->meaning->ofWord($word) as $family => $share) {
                if ($share > 0.3 && ($facts['about'][$family] ?? 0.0) > 0.3) {
                    return true;
                }
            }

            return isset($facts['words'][$word]);
        }));
        if ($words !== []) {
            $written = array_column($this->meaning->pairs($ticket->text), 1, 0);
            $because[] = implode(', ', array_map(static fn(string $word): string => $written[$word] ?? $word, array_slice($words, 0, 4)));
        }
        foreach ($incident->places as $place) {
            if (in_array(self::place($place), $said['places'], true)) {
                $because[] = "place $place";
            }
        }
        $alike = array_keys(array_filter($this->alike[$t] ?? [], static fn(float $one): bool => $one > 0.6));
        if ($alike !== []) {
            $because[] = count($alike) === 1 ? 'worded like one other ticket' : 'worded like '.count($alike).' other tickets';
        }
        $minutes = intdiv(abs($ticket->at - $incident->beganAt), 60);

        return [...$because, $ticket->at < $incident->beganAt ? "$minutes min before it began" : "$minutes min after it began"];
    }
}
