<?php

declare(strict_types=1);

namespace App\Tickets;

use App\Platform\Look;
use App\Platform\Moment;
use App\Platform\Person;
use App\Platform\Role;
use App\Rota\Absences;
use App\Rota\Rota;
use Illuminate\Support\Facades\Cache;
use Skarvo\Tickets\DeskPerson;

/**
 * Who is at the desk: a screen with tickets says so every half a minute, and whoever falls silent has left. It is no
 * record of anybody's work, and is not kept.
 *
 * @phpstan-type DeskLine array{id: string, name: string, free: bool, open: int}
 */
final class AtTheDesk
{
    /** A browser lets a hidden page speak once a minute. */
    private const SILENT_SECONDS = 150;

    /** Each page of a report that waits asks, every ten seconds. */
    private const KNOWN_SECONDS = 10;

    private const FREE = 'anybody-free-at-the-desk';

    /** @param  int  $ticket  the one before them; 0: none */
    public static function note(Person $person, int $ticket): void
    {
        // Who comes is there at once.
        Cache::has(self::key($person->id)) || Cache::forget(self::FREE);
        Cache::put(self::key($person->id), $ticket, self::SILENT_SECONDS);
    }

    /** @return list<string> names of others who have a ticket before them now, so that two do not answer it */
    public static function othersAt(int $ticket, Person $reader): array
    {
        $people = Person::query()->whereNull('left_at')->whereKeyNot($reader->id)->orderBy('name')->get(['id', 'name']);

        return array_values($people->filter(static fn(Person $one): bool => Cache::get(self::key($one->id)) === $ticket)
            ->map(static fn(Person $one): string => $one->name)->all());
    }

    /** @return list<DeskLine> everybody of the desk, who is free first */
    public static function people(): array
    {
        $most = config()->integer('skarvo.desk_most_open');
        [$names, $people] = self::known();

        return array_map(static fn(DeskPerson $one): array => [
            'id' => $one->id, 'name' => $names[$one->id], 'free' => $one->isFree($most), 'open' => $one->open,
        ], DeskPerson::inOrder($people, $most));
    }

    public static function isAnybodyFree(): bool
    {
        return Cache::remember(
            self::FREE, self::KNOWN_SECONDS, static fn(): bool => in_array(true, array_column(self::people(), 'free'), true),
        );
    }

    /** @return array{array<string, string>, list<DeskPerson>} names by id; everybody */
    private static function known(): array
    {
        $names = [];
        foreach (Person::query()->whereNull('left_at')->get() as $person) {
            if ($person->has(Role::Desk)) {
                $names[$person->id] = $person->name;
            }
        }
        $now = Moment::now();
        $away = [];
        foreach (Absences::between($now, $now + 1, array_keys($names)) as $one) {
            $away[$one->person] = $one->isWish ? $away[$one->person] ?? false : true;
        }
        $onRota = Look::once(
            'on call now', static fn(): array => Rota::known()->map(static fn(Rota $rota): ?string => $rota->onCallNow())->all()
        );
        $open = Ticket::query()->open()->whereNotNull('report_id')->whereIn('person_id', array_keys($names))->groupBy('person_id')
            ->selectRaw('person_id, count(*) as many')->pluck('many', 'person_id');

        return [$names, array_map(static fn(string $id): DeskPerson => new DeskPerson(
            $id, in_array($id, $onRota, true), Cache::has(self::key($id)), $away[$id] ?? false, (int) ($open[$id] ?? 0),
        ), array_keys($names))];
    }

    private static function key(string $person): string
    {
        return "at-the-desk-$person";
    }
}
