<?php

declare(strict_types=1);

namespace App\Rota;

use App\Platform\Look;
use App\Platform\Moment;
use App\Platform\Person;
use App\Platform\Refused;
use App\Rota\Calendar\ReadInTime;
use Illuminate\Support\Facades\DB;
use Skarvo\Rota\Absence;
use Skarvo\Rota\Segment;

/** Leave, which makes gaps in turns, and wishes, which a proposed rota keeps where it can. */
final class Absences
{
    private const YEARS_AHEAD = 2;

    /** What every page shows lies within it: read once in a look at a screen. */
    private const NEAR_SECONDS = 12 * 3600;

    /**
     * @param  list<string>|null  $people  everybody if null
     * @return list<Absence>
     */
    public static function between(int $from, int $to, ?array $people = null): array
    {
        $now = Moment::now();
        if ($people !== null || $from < $now - self::NEAR_SECONDS || $to > $now + self::NEAR_SECONDS) {
            return self::read($from, $to, $people);
        }

        return array_values(array_filter(
            Look::once('absences about now', static fn(): array => self::read($now - self::NEAR_SECONDS, $now + self::NEAR_SECONDS, null)),
            static fn(Absence $one): bool => $one->to > $from && $one->from < $to,
        ));
    }

    /** @return list<Absence> of those who have left: whatever still names them, they take no turn any more */
    public static function ofLeavers(): array
    {
        return Look::once('who has left', static fn(): array => array_values(
            Person::query()->whereNotNull('left_at')->get(['id', 'left_at'])->map(static fn(Person $one): Absence => new Absence(
                $one->id, $one->left_at?->getTimestamp() ?? 0, PHP_INT_MAX, isGone: true,
            ))->all(),
        ));
    }

    /**
     * Somebody is back who had left: what was theirs meanwhile was nobody's, and stays so in what is told of that time.
     *
     * @param  int  $from  seconds since the epoch
     * @param  int  $to  seconds since the epoch
     */
    public static function wasGone(Person $person, int $from, int $to): void
    {
        DB::table('absences')->insert(['person_id' => $person->id, 'kind' => 'leave', 'from_at' => $from, 'to_at' => $to, 'what' => '']);
    }

    /**
     * @param  list<string>|null  $people
     * @return list<Absence>
     */
    private static function read(int $from, int $to, ?array $people): array
    {
        return array_values(DB::table('absences')->where('to_at', '>', $from)->where('from_at', '<', $to)->when(
            $people !== null, static fn($query) => $query->whereIn('person_id', $people)
        )->orderBy('from_at')->orderBy('id')->get()
            ->map(static fn(\stdClass $row): Absence => new Absence(
                (string) $row->person_id, (int) $row->from_at, (int) $row->to_at, $row->kind === 'wish',
            ))->all());
    }

    /**
     * @param  bool  $withReasons  whether whoever asks may read what they are for
     * @return list<array{id: int, kind: string, from: int, to: int, what: string, imported: bool}> those of a person that are not over
     */
    public static function of(Person $person, bool $withReasons): array
    {
        return array_values(DB::table('absences')->where('person_id', $person->id)->where(
            'to_at', '>', now()->getTimestamp()
        )->orderBy('from_at')->get()
            ->map(static fn(\stdClass $row): array => [
                'id' => (int) $row->id, 'kind' => (string) $row->kind, 'from' => (int) $row->from_at * 1000,
                'to' => (int) $row->to_at * 1000, 'what' => $withReasons ? (string) $row->what : '',
                'imported' => $row->uid !== null,
            ])->all());
    }

    /**
     * The leave of a calendar, on a person's clocks. Time that is marked as free is none.
     *
     * @return non-empty-list<array{uid: string, from: int, to: int, summary: string, ...}>
     */
    public static function inCalendar(Person $person, string $text): array
    {
        $now = now()->toDateTimeImmutable();
        $events = array_values(array_filter(
            ReadInTime::events($text, new \DateTimeZone($person->time_zone), $now, $now->modify('+'.self::YEARS_AHEAD.' years')),
            static fn(array $event): bool => ! $event['free'],
        ));
        if ($events === []) {
            throw Refused::because(
                'There is no event from now on in this calendar. Leave is an event, of whole days or with times, that is not marked as free time.',
                'file',
            );
        }

        return $events;
    }

    /**
     * Takes a person's leave from a calendar: what it no longer has, and came from one before, is no leave any more.
     *
     * @param  non-empty-list<array{uid: string, from: int, to: int, summary: string, ...}>  $events
     */
    public static function take(Person $person, array $events): void
    {
        DB::table('absences')->where('person_id', $person->id)->whereNotNull('uid')->where('to_at', '>', now()->getTimestamp())->delete();
        foreach ($events as $event) {
            DB::table('absences')->updateOrInsert(
                ['person_id' => $person->id, 'uid' => $event['uid']],
                ['kind' => 'leave', 'from_at' => $event['from'], 'to_at' => $event['to'], 'what' => mb_substr($event['summary'], 0, 80)],
            );
        }
    }

    /**
     * The turns of somebody that their leave makes gaps of.
     *
     * @return list<array{rota: string, name: string, from: int, to: int}> in milliseconds
     */
    public static function gaps(Person $person, int $weeks = 26): array
    {
        $now = now()->getTimestamp();
        $to = $now + $weeks * 7 * 86400;
        $absences = array_filter(self::between($now, $to, [$person->id]), static fn(Absence $absence): bool => ! $absence->isWish);
        $gaps = [];
        foreach ($absences === [] ? [] : Rota::query()->orderBy('name')->get() as $rota) {
            foreach ($rota->names($person->id) ? $rota->planned($now, $to)->segments : [] as $segment) {
                foreach ($segment->person === $person->id && $segment->override === null ? $absences : [] as $absence) {
                    [$from, $end] = [max($segment->from, $absence->from), min($segment->to, $absence->to)];
                    if ($from < $end && self::isUncovered($rota->between($from, $end)->segments)) {
                        $gaps[] = ['rota' => $rota->id, 'name' => $rota->name, 'from' => $from * 1000, 'to' => $end * 1000];
                    }
                }
            }
        }

        return $gaps;
    }

    /** @param  list<Segment>  $segments */
    private static function isUncovered(array $segments): bool
    {
        return array_filter($segments, static fn(Segment $segment): bool => $segment->person === null) !== [];
    }
}
