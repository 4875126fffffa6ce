<?php

declare(strict_types=1);

namespace Skarvo\Incidents\Notes;

/**
 * Where notes are seen besides: they go along links as rules allow, and keep their direction, so that what a reporter says goes up to
 * the incident and not down again to other reporters. A ticket has a note once, by the shortest way; of several shortest by the one
 * whose tickets come first.
 *
 * Tickets are gone through in rings around the note's own (Moore, 1959), those of a ring in order of the ways to them: the first way
 * that reaches a ticket is the one that it keeps.
 */
final readonly class Copies
{
    /** @var array<string, array<array-key, list<array{string, TicketTie}>>> by way and ticket: to which others links lead from it, in order */
    private array $next;

    /** @var array<string, list<CopyRule>> by kind of link */
    private array $rules;

    /**
     * @param  list<TicketTie>  $links
     * @param  list<CopyRule>  $rules
     */
    public function __construct(array $links, array $rules)
    {
        $next = [Way::Down->value => [], Way::Up->value => []];
        foreach ($links as $link) {
            $next[Way::Down->value][$link->from][] = [$link->to, $link];
            $next[Way::Up->value][$link->to][] = [$link->from, $link];
        }
        foreach ($next as $way => $lists) {
            foreach ($lists as $ticket => $list) {
                usort($list, static fn(array $a, array $b): int => strcmp($a[0], $b[0]));
                $next[$way][$ticket] = $list;
            }
        }
        $this->next = $next;
        $by = [];
        foreach ($rules as $rule) {
            $by["kind $rule->link"][] = $rule;
        }
        $this->rules = $by;
    }

    /**
     * @param  list<Note>  $notes
     * @return list<Copy> in order of ticket, time and id of the note
     */
    public function of(array $notes): array
    {
        $copies = [];
        foreach ($notes as $note) {
            $ways = $this->ways($note, Way::Down);
            foreach ($this->ways($note, Way::Up) as $ticket => $by) {
                if (! isset($ways[$ticket]) || self::compare($by, $ways[$ticket]) < 0) {
                    $ways[$ticket] = $by;
                }
            }
            foreach ($ways as $ticket => $by) {
                $copies[] = new Copy((string) $ticket, $note, $by);
            }
        }
        usort($copies, static fn(Copy $a, Copy $b): int => strcmp($a->ticket, $b->ticket)
            ?: $a->note->at <=> $b->note->at ?: strcmp($a->note->id, $b->note->id));

        return $copies;
    }

    /**
     * @return array<array-key, non-empty-list<string>> by ticket other than the note's own: the first of the shortest ways in one direction
     */
    private function ways(Note $note, Way $way): array
    {
        $ways = [];
        $ring = [[$note->on]];
        while ($ring !== []) {
            $further = [];
            foreach ($ring as $by) {
                foreach ($this->next[$way->value][$by[count($by) - 1]] ?? [] as [$ticket, $link]) {
                    if ($ticket !== $note->on && ! isset($ways[$ticket]) && $this->goesAlong($note, $link, $way)) {
                        $further[] = $ways[$ticket] = [...$by, $ticket];
                    }
                }
            }
            $ring = $further;
        }

        return $ways;
    }

    private function goesAlong(Note $note, TicketTie $link, Way $way): bool
    {
        foreach ($this->rules["kind $link->kind"] ?? [] as $rule) {
            if ($rule->way->allows($way) && $rule->lets($note->visibility)
                && ($link->holdsAt($note->at) || $rule->earlier && $note->at < $link->at)) {
                return true;
            }
        }

        return false;
    }

    /**
     * The shorter first, else the one whose tickets come first.
     *
     * @param  list<string>  $a
     * @param  list<string>  $b
     */
    private static function compare(array $a, array $b): int
    {
        $order = count($a) <=> count($b);
        for ($i = 0; $order === 0 && $i < count($a); $i++) {
            $order = strcmp($a[$i], $b[$i]);
        }

        return $order;
    }
}
