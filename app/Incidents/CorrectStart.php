<?php

declare(strict_types=1);

namespace App\Incidents;

use App\Platform\Journal\Actor;
use App\Platform\Journal\Journal;
use App\Platform\Person;
use App\Platform\Refused;
use Carbon\CarbonImmutable;

/**
 * Somebody knows better since when it is so: monitors notice late, and people tell later. Call it inside a transaction, with the incident
 * locked.
 */
final class CorrectStart
{
    /** What began earlier is another story. */
    private const EARLIEST_DAYS = 30;

    /** Times are typed by the minute: the same minute is no correction. */
    private const MINUTE = 60;

    /** @throws Refused if it is to come, or too long ago */
    public static function of(Incident $incident, CarbonImmutable $since, Person $by): void
    {
        $was = $incident->started_at;
        if (intdiv($since->getTimestamp(), self::MINUTE) === intdiv($was->getTimestamp(), self::MINUTE)) {
            return;
        }
        if ($since > now()) {
            throw Refused::because('It cannot have begun later than now.', 'since');
        }
        if ($since < $incident->declared_at->subDays(self::EARLIEST_DAYS)) {
            throw Refused::because('Say a time within '.self::EARLIEST_DAYS.' days before it was declared.', 'since');
        }
        $incident->update(['started_at' => $since]);
        Journal::write(Actor::person($by), IncidentEntry::IncidentChanged, ['incident', $incident->id], [
            'field' => 'since', 'from' => $was->toIso8601ZuluString(), 'to' => $since->toIso8601ZuluString(),
        ], ['incident' => $incident->id]);
    }
}
