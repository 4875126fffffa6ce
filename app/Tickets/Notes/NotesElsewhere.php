<?php

declare(strict_types=1);

namespace App\Tickets\Notes;

use App\Incidents\Contracts\RoomPanel;
use App\Incidents\Incident;
use App\Incidents\IncidentEntry;
use App\Incidents\Situation;
use App\Platform\Deed;
use App\Platform\Journal\Entry;
use App\Platform\Person;
use App\Platform\Staff\Names;
use App\Tickets\Ticket;
use App\Tickets\TicketPost;
use App\Updates\Update;
use Carbon\CarbonImmutable;
use Inertia\Inertia;
use Skarvo\Incidents\Notes\Copies;
use Skarvo\Incidents\Notes\Note;
use Skarvo\Incidents\Notes\Visibility;

/**
 * What was written on linked records, as far as the organisation's rules let it be seen here. It is worked out when it is looked at:
 * nothing is copied, so that nothing can be left behind or go out with what it stands beside.
 *
 * @phpstan-type ElsewhereLine array{
 *     id: string, ref: string, link: string, by: string, at: CarbonImmutable, text: string, internal: bool,
 * }
 */
final class NotesElsewhere implements RoomPanel
{
    /** As many as somebody reads, the latest. */
    private const SHOWN = 50;

    public function room(Incident $incident, Situation $situation, Person $reader): array
    {
        return ['elsewhere' => Inertia::optional(static fn(): array => self::on($incident, $reader))];
    }

    /** @return list<ElsewhereLine> the latest first; none for helpers, who read no more than their own tasks */
    public static function on(Incident|Ticket $record, Person $reader): array
    {
        if (! Deed::ReadTickets->isAllowedTo($reader)) {
            return [];
        }
        [$links, $incidents, $tickets] = Linked::to($record);
        if ($links === []) {
            return [];
        }
        $here = Linked::id($record instanceof Incident ? Incident::KIND : Ticket::KIND, $record->id);
        $written = [...self::ofIncidents($incidents), ...self::ofTickets($tickets)];
        $copies = (new Copies($links, NoteRules::read()))
            ->of(array_map(static fn(array $one): Note => $one['note'], array_values($written)));
        $lines = [];
        foreach ($copies as $copy) {
            if ($copy->ticket === $here) {
                ['ref' => $ref, 'link' => $link, 'by' => $by, 'at' => $at, 'text' => $text] = $written[$copy->note->id];
                $lines[] = [
                    'id' => $copy->note->id, 'ref' => $ref, 'link' => $link, 'by' => $by, 'at' => $at, 'text' => $text,
                    'internal' => $copy->note->visibility === Visibility::Internal,
                ];
            }
        }
        usort($lines, static fn(array $a, array $b): int => $b['at'] <=> $a['at'] ?: $b['id'] <=> $a['id']);

        return array_slice($lines, 0, self::SHOWN);
    }

    /**
     * @param  list<int>  $ids
     * @return array<string, array{note: Note, ref: string, link: string, by: string, at: CarbonImmutable, text: string}>
     */
    private static function ofIncidents(array $ids): array
    {
        $written = [];
        foreach (Incident::query()->whereKey($ids)->get() as $incident) {
            $on = Linked::id(Incident::KIND, $incident->id);
            $kinds = [IncidentEntry::IncidentNote, IncidentEntry::IncidentDecision];
            foreach (
                Entry::query()->where('subject_kind', Incident::KIND)->where('subject_id', (string) $incident->id)->whereIn('kind', $kinds)
                    ->orderBy('seq')->get() as $entry
            ) {
                $text = $entry->told()['text'] ?? '';
                $written += self::line(
                    "entry-$entry->seq", $on, $entry->at, Visibility::Internal, $incident->ref(), "/incidents/$incident->id",
                    $entry->by() ?? '', is_string($text) ? $text : ''
                );
            }
            foreach (Update::ofIncident($incident->id) as $update) {
                $written += self::line(
                    "update-$update->id", $on, $update->published_at, Visibility::Public, $incident->ref(), "/incidents/$incident->id",
                    Names::person($update->author_id), (string) $update->text,
                );
            }
        }

        return $written;
    }

    /**
     * @param  list<int>  $ids
     * @return array<string, array{note: Note, ref: string, link: string, by: string, at: CarbonImmutable, text: string}>
     */
    private static function ofTickets(array $ids): array
    {
        $tickets = Ticket::query()->with(Ticket::NEEDS)->whereKey($ids)->get()->keyBy('id');
        $written = [];
        foreach (TicketPost::query()->whereIn('ticket_id', $ids)->whereNotNull('text')->orderBy('id')->get() as $post) {
            $ticket = $tickets->get($post->ticket_id) ?? throw new \LogicException("Ticket $post->ticket_id was asked for.");
            $written += self::line(
                "post-$post->id", Linked::id(Ticket::KIND, $ticket->id), $post->at,
                $post->is_internal ? Visibility::Internal : Visibility::Public,
                $ticket->ref(), "/tickets/$ticket->id",
                $post->person_id === null ? ($ticket->report->name ?? 'The reporter') : Names::person($post->person_id),
                (string) $post->text,
            );
        }

        return $written;
    }

    /** @return array<string, array{note: Note, ref: string, link: string, by: string, at: CarbonImmutable, text: string}> */
    private static function line(
        string $id, string $on, CarbonImmutable $at, Visibility $visibility, string $ref, string $link, string $by, string $text,
    ): array {
        return [$id => [
            'note' => new Note($id, $on, $at->getTimestamp(), $visibility), 'ref' => $ref, 'link' => $link, 'by' => $by,
            'at' => $at, 'text' => $text,
        ]];
    }
}
