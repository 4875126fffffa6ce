<?php

declare(strict_types=1);

namespace App\Incidents;

use App\Incidents\Ending\Confirm;
use App\Platform\Database\Locked;
use App\Platform\Journal\Actor;
use App\Platform\Journal\Journal;
use App\Platform\Person;
use App\Platform\Refused;
use App\Platform\WallClock;
use Illuminate\Support\Facades\DB;
use Skarvo\Incidents\Stage;

/** Resolves an incident with all that hangs on it. */
final class ResolveIncident
{
    /** @return array<string, mixed> what will be done besides, as its consequences tell it */
    public function preview(Incident $incident): array
    {
        return [
            ...Consequences::foresee($incident, Turn::resolved(Actor::system(), ''))->told(), 'confirmation' => Confirm::known($incident),
        ];
    }

    /**
     * @param  string  $publicText  what outsiders are told
     *
     * @param  list<int>  $stayOpen  of the incidents under it, those that do not end with it
     *
     * @param  list<int>|null  $seenUnder  those under it that whoever resolves it has seen; null: whichever there are
     *
     * @param  string|null  $despite  why the text is right, though something in it disagrees with the record
     *
     * @throws Refused if it is resolved already, has to be confirmed and is not, or something would end with it unseen
     */
    public function __invoke(
        Incident $incident, string $resolution, string $publicText, Confirm $confirm, array $stayOpen, Person $by, ?string $despite = null,
        ?array $seenUnder = null,
    ): void {
        DB::transaction(static function () use (
            $incident, $resolution, $publicText, $confirm, $stayOpen, $by, $despite, $seenUnder,
        ): void {
            Locked::again($incident);
            if (! $incident->isOpen()) {
                throw Refused::because("{$incident->ref()} was resolved already, at ".WallClock::time($incident->resolved_at ?? now()).'.');
            }
            $confirm->write($incident, Actor::person($by));
            self::end(
                $incident, $resolution, Turn::resolved(Actor::person($by), $publicText, $stayOpen, $seenUnder)->written($despite),
            );
        });
    }

    /** Ends it, by itself or with the one that it is part of. Call it inside a transaction. */
    public static function end(Incident $incident, string $resolution, Turn $turn): void
    {
        $consequences = Consequences::foresee($incident, $turn);
        $incident->update([
            'stage' => Stage::Restored, 'resolved_at' => now(), 'resolution' => $resolution, 'version' => $incident->version + 1,
        ]);
        $incident->occasion->owes(null);
        Journal::write(
            $turn->by, IncidentEntry::IncidentResolved, ['incident', $incident->id],
            ['resolution' => $resolution, 'title' => $incident->title], ['incident' => $incident->id],
        );
        $consequences->carryOut();
    }
}
