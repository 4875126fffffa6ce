<?php

declare(strict_types=1);

namespace App\Tickets\Notes;

use App\Incidents\Incident;
use App\Incidents\Link as StoredLink;
use App\Incidents\LinkKind;
use App\Incidents\Report;
use App\Tickets\Ticket;
use Skarvo\Incidents\Notes\TicketTie;

/**
 * What hangs on a record, and what it hangs on: links as the core goes along them, from a major incident down to those under it, from an
 * incident down to its tickets, and from what has tasks down to them. Ended ones too: what was written while they held went along them.
 */
final class Linked
{
    /** A major incident, one under it, its ticket and the task of that: as far as anything goes. */
    private const RINGS = 4;

    /** @var array<int, TicketTie> by number */
    private array $links = [];

    /** @var array<string, array{string, int}> kind and number of the records, by id in the core */
    private array $records = [];

    private function __construct() {}

    /** @return array{list<TicketTie>, list<int>, list<int>} links, and the incidents and tickets that they tie */
    public static function to(Incident|Ticket $record): array
    {
        $self = new self;
        $start = $record instanceof Incident ? [Incident::KIND, $record->id] : $record->subject();
        $self->records[self::id(...$start)] = $start;
        // From each side by itself: a sibling's words come no way at all.
        $self->follow([$start], true);
        $self->follow([$start], false);
        $of = static fn(string $kind): array => array_values(array_map(
            static fn(array $one): int => $one[1], array_filter($self->records, static fn(array $one): bool => $one[0] === $kind),
        ));

        return [array_values($self->links), $of(Incident::KIND), $of(Ticket::KIND)];
    }

    public static function id(string $kind, int $number): string
    {
        return "$kind-$number";
    }

    /** @param  list<array{string, int}>  $ring */
    private function follow(array $ring, bool $down): void
    {
        for ($n = 0; $n < self::RINGS && $ring !== []; $n++) {
            $next = [];
            foreach ($this->found($ring, $down) as [$parent, $child, $stored]) {
                [$from, $to] = [self::id(...$parent), self::id(...$child)];
                $until = $stored->until?->getTimestamp();
                $at = $stored->since->getTimestamp();
                // Made and undone within a second, it held at no time that can be told.
                if ($until === null || $until > $at) {
                    $this->links[$stored->id] = new TicketTie($from, $to, $stored->kind->value, $at, $until);
                    $far = $down ? $child : $parent;
                    if (! isset($this->records[self::id(...$far)])) {
                        $this->records[self::id(...$far)] = $far;
                        $next[] = $far;
                    }
                }
            }
            $ring = $next;
        }
    }

    /**
     * @param  list<array{string, int}>  $ring
     * @return list<array{array{string, int}, array{string, int}, StoredLink}> parent, child, and what ties them
     */
    private function found(array $ring, bool $down): array
    {
        $numbers = static fn(string $kind): array => array_values(array_map(
            static fn(array $one): int => $one[1], array_filter($ring, static fn(array $one): bool => $one[0] === $kind),
        ));
        [$incidents, $tickets] = [$numbers(Incident::KIND), $numbers(Ticket::KIND)];
        $reports = Ticket::query()->whereKey($tickets)->whereNotNull('report_id')->pluck('id', 'report_id')->all();
        $stored = $down
            ? StoredLink::query()->where(static fn($any) => $any->where('to_kind', Incident::KIND)->whereIn('to_id', $incidents))
                ->orWhere(static fn($any) => $any->where('to_kind', Ticket::KIND)->whereIn('to_id', $tickets))->get()
            : StoredLink::query()->where(
                static fn($any) => $any->where('from_kind', Report::KIND)->whereIn('from_id', array_keys($reports)),
            )
                ->orWhere(static fn($any) => $any->where('from_kind', Ticket::KIND)->whereIn('from_id', $tickets))
                ->orWhere(static fn($any) => $any->where('from_kind', Incident::KIND)->whereIn('from_id', $incidents))->get();
        if ($down) {
            $reports = Ticket::query()->whereIn('report_id', $stored->where('from_kind', Report::KIND)->pluck('from_id'))
                ->pluck('id', 'report_id')->all();
        }
        $found = [];
        foreach ($stored as $one) {
            $child = $one->from_kind === Report::KIND ? [
                Ticket::KIND, (int) ($reports[$one->from_id] ?? 0),
            ] : [$one->from_kind, $one->from_id];
            if ($child[1] > 0 && in_array($one->kind, [LinkKind::About, LinkKind::PartOf, LinkKind::Under], true)) {
                $found[] = [[$one->to_kind, $one->to_id], $child, $one];
            }
        }

        return $found;
    }
}
