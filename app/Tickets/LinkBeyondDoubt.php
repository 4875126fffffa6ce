<?php

declare(strict_types=1);

namespace App\Tickets;

use App\Incidents\Incident;
use App\Incidents\LinkReport;
use App\Incidents\Targets\Promised;
use App\Platform\Database\Locked;
use App\Platform\Journal\Actor;
use App\Platform\Journal\Journal;
use App\Platform\Person;
use App\Platform\Refused;
use App\Platform\Setting;
use App\Updates\Update;
use Skarvo\Incidents\Targets\TargetHappeningKind;
use Skarvo\Tickets\Phrase;
use Skarvo\Tickets\Related\Related;
use Skarvo\Tickets\TicketState;

/**
 * Links a new ticket to the incident to which it belongs beyond doubt, and answers its reporter at once; who says that
 * theirs is something else is believed, and never linked by itself again. Call it inside a transaction.
 */
final class LinkBeyondDoubt
{
    private const SETTING = 'linking-by-itself';

    /** What has waited longer is looked at by somebody. */
    private const NEW_SECONDS = 600;

    public static function isOn(): bool
    {
        return (Setting::query()->find(self::SETTING)->value['on'] ?? true) === true;
    }

    public static function version(): int
    {
        return Setting::query()->find(self::SETTING)->version ?? 0;
    }

    /** @throws Refused if somebody else switched it meanwhile */
    public static function switch(bool $on, int $version, Person $by): void
    {
        if (self::version() !== $version) {
            throw Refused::because('Somebody else switched it meanwhile. Reload the page to see how it is.');
        }
        Setting::query()->updateOrCreate(['id' => self::SETTING], ['value' => ['on' => $on], 'version' => $version + 1]);
        Journal::write(Actor::person($by), TicketEntry::LinkingSwitched, ['setting', self::SETTING], ['on' => $on ? 'on' : 'off']);
    }

    /** @return int how many were linked */
    public static function all(): int
    {
        $new = Ticket::query()->with('report.link')->where('state', TicketState::New)->withIncident(false)->whereNotNull('guesses')
            ->where('opened_at', '>', now()->subSeconds(self::NEW_SECONDS))->orderBy('id')->get()
            // One whose incident has just ended is not free: its reporter is about to be told.
            ->filter(
                static fn(Ticket $one): bool => $one->reported()->incident_id === null
                    && ($one->guesses[0]['score'] ?? 0.0) >= Related::BEYOND_DOUBT,
            );
        if ($new->isEmpty() || ! self::isOn()) {
            return 0;
        }
        $linked = 0;
        foreach ($new as $ticket) {
            $incident = Incident::query()->whereNull('resolved_at')->find($ticket->guesses[0]['incident'] ?? 0);
            if ($incident instanceof Incident && ! $ticket->reported()->wasUnlinked()) {
                self::link($ticket, $incident);
                $linked++;
            }
        }

        return $linked;
    }

    /** @throws Refused if it is linked to nothing any more, or the incident is over */
    public static function isSomethingElse(Ticket $ticket): void
    {
        Locked::again($ticket);
        if (! $ticket->linked_by_itself) {
            return;
        }
        LinkReport::undo($ticket->reported(), 'The reporter says that it is something else', Actor::reporter($ticket->reported()->name));
        $ticket->update(['linked_by_itself' => false, 'state' => TicketState::Ours, 'waits_since' => now(), 'guesses' => null]);
        Promises::note($ticket, TargetHappeningKind::Reopened, name: Promised::RESPOND);
        Promises::setTimes($ticket);
    }

    private static function link(Ticket $ticket, Incident $incident): void
    {
        LinkReport::to($ticket->reported(), $incident, Actor::system());
        Promises::note($ticket, TargetHappeningKind::Met, name: Promised::RESPOND);
        $ticket->update(['state' => TicketState::Ours, 'linked_by_itself' => true]);
        Promises::setTimes($ticket);
        $said = Update::query()->where('incident_id', $incident->id)->latest('number')->value('text');
        $language = TellReporter::language($ticket);
        TellReporter::put(
            $ticket, "known-$ticket->id", Phrase::Known,
            Phrase::KnownToUs->in($language).' '.(is_string($said) ? $said : Phrase::UnderWay->in($language)), Phrase::SomethingElse, true,
        );
    }
}
