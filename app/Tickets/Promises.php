<?php

declare(strict_types=1);

namespace App\Tickets;

use App\Incidents\Contracts\CountsTargets;
use App\Incidents\Targets\Promised;
use App\Platform\Moment;
use Illuminate\Support\Facades\DB;
use Skarvo\Incidents\Targets\PromisedOf;
use Skarvo\Incidents\Targets\TargetClock;
use Skarvo\Incidents\Targets\TargetHappening;
use Skarvo\Incidents\Targets\TargetHappeningKind;
use Skarvo\Incidents\Targets\Targets;
use Skarvo\Tickets\TicketState;

/** How the promises of a ticket stand: the same computation as `bin/skarvo targets`, by its present kind and service. */
final class Promises implements CountsTargets
{
    public function countAnew(): void
    {
        foreach (Ticket::query()->with(Ticket::NEEDS)->open()->lazyById() as $ticket) {
            self::setTimes($ticket);
        }
    }

    /** @return list<TargetClock> how the promises of a ticket stand now */
    public static function of(Ticket $ticket): array
    {
        $happenings = DB::table('ticket_happenings')->where('ticket_id', $ticket->id)->orderBy('at')->orderBy('id')->get()
            ->map(static fn(\stdClass $row): TargetHappening => new TargetHappening(
                (int) $row->at, TargetHappeningKind::from($row->kind), $row->priority === null ? null : (int) $row->priority, $row->name,
            ))->all();
        $happenings = array_values($happenings);
        $targets = Promised::all()->of(
            PromisedOf::from($ticket->kind->value), $ticket->report === null ? $ticket->task?->service()?->id : $ticket->report->service_id
        );

        return $happenings === [] ? [] : Targets::of($targets, $happenings, max(Moment::now(), $happenings[0]->at));
    }

    /** Something happened that the promises go by. Call it inside a transaction. */
    public static function note(Ticket $ticket, TargetHappeningKind $kind, ?int $priority = null, ?string $name = null): void
    {
        DB::table('ticket_happenings')->insert([
            'ticket_id' => $ticket->id, 'at' => Moment::now(), 'kind' => $kind->value, 'priority' => $priority, 'name' => $name,
        ]);
    }

    /** It waits for us from here on, whatever it waited for: a pause runs on otherwise, also while a ticket is closed. */
    public static function goesOn(Ticket $ticket): void
    {
        $last = DB::table('ticket_happenings')->where('ticket_id', $ticket->id)
            ->whereIn('kind', [TargetHappeningKind::Paused->value, TargetHappeningKind::Resumed->value])->orderByDesc('at')->orderByDesc('id')
            ->value('kind');
        if ($last === TargetHappeningKind::Paused->value) {
            self::note($ticket, TargetHappeningKind::Resumed);
        }
    }

    /** Writes down by when the next things are due, so that what is near is found without looking at every ticket. */
    public static function setTimes(Ticket $ticket): void
    {
        $times = ['respond_by' => null, 'restore_by' => null, 'warn_at' => null];
        $warnings = [];
        // Of what is done nothing is due: thousands are done at once, and working out their hours would take half a minute.
        foreach ($ticket->state === TicketState::Done ? [] : self::of($ticket) as $clock) {
            if (in_array($clock->name, [Promised::RESPOND, Promised::RESTORE], true)) {
                $times["{$clock->name}_by"] = $clock->dueAt === null ? null : Moment::of($clock->dueAt);
                $warnings[] = $clock->warnAt ?? PHP_INT_MAX;
            }
        }
        $soonest = min([PHP_INT_MAX, ...$warnings]);
        $due = array_values(array_filter([$times['respond_by'], $times['restore_by']]));
        $ticket->update([
            ...$times, 'due_at' => $due === [] ? null : min($due), 'warn_at' => $soonest === PHP_INT_MAX ? null : Moment::of($soonest),
        ]);
    }
}
