<?php

declare(strict_types=1);

namespace App\Rota;

use App\Platform\Journal\Actor;
use App\Platform\Journal\Journal;
use App\Platform\Person;
use Illuminate\Support\Facades\DB;

/** When somebody is away, or would rather not be called. Call it inside a transaction. */
final class KeepAbsences
{
    /**
     * @param  non-empty-list<array{uid: string, from: int, to: int, summary: string, ...}>  $events  as Absences::inCalendar gives them;
     *      they take the place of the last calendar's
     */
    public function takeCalendar(Person $person, array $events, Person $by): void
    {
        Absences::take($person, $events);
        Journal::write(
            Actor::person($by), RotaEntry::PersonLeave, ['person', $person->id],
            ['person' => $person->id, 'events' => count($events)],
        );
    }

    /**
     * @param  string  $from  a time of the person's own zone, as is $to
     */
    public function add(Person $person, string $kind, string $from, string $to, string $what, Person $by): void
    {
        $zone = new \DateTimeZone($person->time_zone);
        DB::table('absences')->insert([
            'person_id' => $person->id, 'kind' => $kind,
            'from_at' => (new \DateTimeImmutable($from, $zone))->getTimestamp(),
            'to_at' => (new \DateTimeImmutable($to, $zone))->getTimestamp(), 'what' => $what,
        ]);
        Journal::write(
            Actor::person($by), RotaEntry::PersonAbsence, ['person', $person->id], ['person' => $person->id, 'kind' => $kind],
        );
    }

    /** One that is gone already is dropped once only. */
    public function drop(Person $person, int $absence, Person $by): void
    {
        if (DB::table('absences')->where('person_id', $person->id)->where('id', $absence)->delete() === 1) {
            Journal::write(
                Actor::person($by), RotaEntry::PersonAbsence, ['person', $person->id], ['person' => $person->id, 'kind' => 'none'],
            );
        }
    }
}
