<?php

declare(strict_types=1);

namespace App\Platform;

use App\Incidents\Incident;
use App\Rota\Rota;
use App\Updates\Update;
use Illuminate\Support\Facades\DB;
use Skarvo\Rota\Segment;

/** What the time band shows: the last hours and the next few. */
final class Band
{
    private const HOURS_BACK = 6;

    private const HOURS_AHEAD = 3;

    /** Width of a grain of alerts, in seconds. */
    private const GRAIN = 240;

    /** @return array<string, mixed> */
    public static function around(Person $person): array
    {
        $now = now()->getTimestamp();
        [$from, $to] = [$now - self::HOURS_BACK * 3600, $now + self::HOURS_AHEAD * 3600];
        $start = now()->setTimestamp($from);

        return [
            'from' => $from * 1000,
            'to' => $to * 1000,
            'grain' => self::GRAIN * 1000,
            'alerts' => self::grains($from),
            'incidents' => Incident::query()->where(fn($query) => $query->whereNull('resolved_at')->orWhere('resolved_at', '>=', $start))->orderBy('started_at')->get()
                ->map(static fn(Incident $i): array => ['id' => $i->id, 'ref' => $i->ref(), 'title' => $i->title, 'from' => $i->started_at, 'to' => $i->resolved_at]),
            'updates' => Update::query()->where('published_at', '>=', $start)->orderBy('published_at')->get(['incident_id', 'number', 'published_at'])
                ->map(static fn(Update $u): array => ['incident' => $u->incident_id, 'number' => $u->number, 'at' => $u->published_at]),
            'owed' => Incident::query()->whereNull('resolved_at')->whereNotNull('next_update_at')->orderBy('next_update_at')->get()
                ->map(static fn(Incident $i): array => ['incident' => $i->id, 'ref' => $i->ref(), 'at' => $i->next_update_at]),
            'onCall' => self::turns($person, $from, $to),
        ];
    }

    /** @return list<array{at: int, count: int, undecided: int}> alerts opened in each grain that has any */
    private static function grains(int $from): array
    {
        $rows = DB::table('alerts')->where('opened_at', '>=', Moment::text($from))->whereNull('withdrawn_at')
            ->selectRaw("cast(strftime('%s', opened_at) as integer) / ? * ? as at, count(*) as many, sum(closed_at is null and (incident_id is null or decide_again_at is not null) and taken_at is null) as undecided", [self::GRAIN, self::GRAIN])
            ->groupByRaw('1')->orderByRaw('1')->get();

        return array_values($rows->map(static fn(\stdClass $row): array => ['at' => (int) $row->at * 1000, 'count' => (int) $row->many, 'undecided' => (int) $row->undecided])->all());
    }

    /** @return list<array{from: int, to: int, name: ?string}> of the reader's own team */
    private static function turns(Person $person, int $from, int $to): array
    {
        $rota = Rota::query()->where('team_id', $person->team_id)->orderBy('id')->first();
        if ($rota === null) {
            return [];
        }
        $names = Person::query()->pluck('name', 'id');

        return array_map(static fn(Segment $s): array => [
            'from' => $s->from * 1000, 'to' => $s->to * 1000, 'name' => $s->person === null ? null : (string) $names->get($s->person, $s->person),
        ], $rota->between($from, $to)->segments);
    }
}
