<?php

declare(strict_types=1);

namespace App\Tickets;

use App\Platform\Database\Locked;
use App\Platform\Journal\Actor;
use App\Platform\Journal\Journal;
use App\Platform\Person;
use App\Platform\Staff\Names;

/**
 * What people set on tickets, kept so that it is learned from, and can be looked at and undone. Call what writes inside a
 * transaction.
 *
 * @phpstan-import-type LessonLine from Lesson
 */
final class Lessons
{
    private const SHOWN = 100;

    /** @param  array<string, string>  $set  values by field */
    public static function learn(Ticket $ticket, array $set, Person $by): void
    {
        if ($set === []) {
            return;
        }
        $suggested = array_column(Suggestions::told($ticket->words(), $ticket->reported()->site), 'choices', 'field');
        foreach ($set as $field => $value) {
            Lesson::query()->create([
                'ticket_id' => $ticket->id, 'field' => $field, 'suggested' => $suggested[$field][0]['value'] ?? null, 'value' => $value,
                'person_id' => $by->id, 'at' => now(),
            ]);
        }
    }

    public static function undo(Lesson $lesson, Person $by): void
    {
        Locked::again($lesson);
        if ($lesson->undone_at !== null) {
            return;
        }
        $lesson->update(['undone_at' => now()]);
        $ticket = $lesson->ticket;
        Journal::write(
            Actor::person($by), TicketEntry::LessonUndone, $ticket->subject(),
            ['ref' => $ticket->ref(), 'field' => $lesson->field, 'value' => $lesson->value], ['report' => $ticket->report_id],
        );
    }

    /** @return list<LessonLine> the latest first */
    public static function latest(): array
    {
        $lessons = Lesson::query()->with('ticket.report')->latest('id')->limit(self::SHOWN)->get();
        $names = [];
        foreach ($lessons->groupBy('field') as $field => $some) {
            $values = [...$some->pluck('value')->all(), ...$some->pluck('suggested')->filter()->all()];
            $names[$field] = Suggestions::names((string) $field, array_values(array_unique(array_map(strval(...), $values))));
        }

        return array_values($lessons->map(static fn(Lesson $one): array => [
            'id' => $one->id, 'ticket' => $one->ticket_id, 'ref' => $one->ticket->ref(), 'what' => $one->ticket->reported()->what,
            'field' => $one->field,
            'suggested' => $one->suggested === null ? null : $names[$one->field][$one->suggested] ?? $one->suggested,
            'value' => $names[$one->field][$one->value] ?? $one->value,
            'by' => Names::person($one->person_id), 'at' => $one->at, 'undone' => $one->undone_at !== null,
        ])->all());
    }
}
