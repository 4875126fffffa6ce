<?php

declare(strict_types=1);

namespace Database\Seeders\Eiderholm;

use App\Incidents\Incident;
use App\Incidents\IncidentEntry;
use App\Platform\Journal\Actor;
use App\Platform\Journal\Journal;
use App\Platform\Person;
use App\Signals\Alert;
use App\Signals\Live\StoredSignal;
use App\Signals\SignalEntry;
use App\Updates\Update;
use App\Updates\UpdateEntry;
use Carbon\CarbonImmutable;
use Illuminate\Support\Facades\DB;
use Random\Engine\Mt19937;
use Random\Randomizer;
use Skarvo\Incidents\Impact;
use Skarvo\Incidents\Stage;
use Skarvo\Incidents\Urgency;
use Skarvo\Signals\Level;
use Skarvo\Signals\Replay\ReplaySignal;
use Skarvo\Signals\Replay\Stamp;
use Skarvo\Signals\Replay\Thread;

/** The last hours before the demo starts: alerts that came and went, and two incidents that are over. */
final class History
{
    private const FIRST_INCIDENT = 408;

    /** Small troubles: item, check, what the monitor says, level. */
    private const TROUBLES = [
        ['mw-skjell', 'link-loss', 'Microwave link Skjell loses packets in fog', Level::Warning],
        ['wireless-havre', 'guests', 'Wireless Havre drops guests', Level::Warning],
        ['transponder-lomvi', 'report-age', 'No position from Lomvi for 3 minutes', Level::Warning],
        ['kiosk-tangen-2', 'paper', 'Kiosk 2 at Tangen is out of paper', Level::Info],
        ['fuel-unit-eider', 'report-age', 'Fuel figures of Eider are late', Level::Info],
        ['tide-feed', 'age', 'Tide feed is 20 minutes old', Level::Warning],
        ['camera-brenna-1', 'picture', 'Lane camera 1 at Brenna is dark', Level::Warning],
        ['roster-job', 'runtime', 'Nightly roster job runs longer than usual', Level::Warning],
    ];

    private static bool $keepsSignals = false;

    /** @param  bool  $withWeek  whether the days before are there too, and the signals of all alerts */
    public static function put(bool $withWeek): void
    {
        $now = CarbonImmutable::instance(now())->startOfMinute();
        $random = new Randomizer(new Mt19937(11));
        self::$keepsSignals = $withWeek;
        for ($minutes = 355; $minutes > 25; $minutes -= $random->getInt(6, 18)) {
            self::alert(
                self::TROUBLES[$random->getInt(0, count(self::TROUBLES) - 1)], $now->subMinutes($minutes), $random->getInt(2, 20),
                $random->getInt(1, 30),
            );
        }
        if ($withWeek) {
            self::week($now, $random);
        }
        // Incidents are counted on from where the company was.
        DB::table('incidents')->insert(self::incident(self::FIRST_INCIDENT, 'placeholder of the sequence', 'booking', $now, $now, 4));
        DB::table('incidents')->where('id', self::FIRST_INCIDENT)->delete();
        self::past(
            'Harbour wireless at Skjell dropped guests', 'harbour-wireless', 'mw-skjell', 'quay', $now->subMinutes(318),
            $now->subMinutes(236), 4,
            'The microwave link was moved to its lower frequency until the fog lifted.',
            'Wireless at the quay works normally again.', 'Wireless at Skjell degraded. We are looking for the cause.',
        );
        self::past(
            'Crew roster pages were slow', 'crew-rosters', 'roster-job', 'crew', $now->subMinutes(212), $now->subMinutes(131), 3,
            'The nightly roster job held a lock; it was ended, and starts after 02:00 from now on.',
            'Everything is working normally again.', 'There is a fault; services still work. We have found the cause.',
        );
    }

    /** The days before: some checks come again and again, and most of that is over before anybody could do anything. */
    private static function week(CarbonImmutable $now, Randomizer $random): void
    {
        foreach ([[0, 150, 1, 4], [1, 60, 1, 6], [2, 30, 3, 25], [5, 25, 10, 60], [7, 7, 20, 90]] as [$trouble, $times, $least, $most]) {
            for ($n = 0; $n < $times; $n++) {
                self::alert(
                    self::TROUBLES[$trouble], $now->subMinutes($random->getInt(400, 7 * 1440 - 100)),
                    $random->getInt($least, $most), $random->getInt(1, 8),
                );
            }
        }
    }

    /** @param  array{string, string, string, Level}  $trouble */
    private static function alert(array $trouble, CarbonImmutable $at, int $minutes, int $count, ?int $incident = null): Alert
    {
        [$item, $check, $summary, $level] = $trouble;
        $closed = $at->addMinutes($minutes);
        $key = "harbour-watch/$item/$check";
        $stamp = Stamp::ofOpening($at->getTimestamp(), $key);
        $family = ReplaySignal::familyOf('harbour-watch', $item, $check);
        if (self::$keepsSignals) {
            self::signals($trouble, $family, $at, $closed, $count);
        }
        $alert = Alert::query()->create([
            'key' => $key, 'number' => Alert::query()->where('key', $key)->count() + 1, 'stamp' => $stamp,
            'items' => [$item => [$stamp, false]], 'threads' => [Thread::named($family, '')], 'rules_version' => 1,
            'team_id' => DB::table('items')->where('id', $item)->value('team_id'),
            'source' => 'harbour-watch', 'check' => $check, 'item_id' => $item, 'item_named' => $item,
            'level' => $level, 'summary' => $summary, 'first_signal_at' => $at, 'last_signal_at' => $closed, 'opened_at' => $at,
            'closed_at' => $closed,
            'count' => $count, 'flips' => 0, 'incident_id' => $incident,
        ]);
        $alert->update(['joined_id' => $alert->id, 'gathered_in_id' => $alert->id, 'group_id' => $alert->id]);
        DB::table('alert_items')->insert([
            'alert_id' => $alert->id, 'item' => $item, 'stamp' => $stamp, 'opened_at' => $at, 'fires' => false,
        ]);
        foreach ([[SignalEntry::AlertOpened, $at], [SignalEntry::AlertClosed, $closed]] as [$kind, $when]) {
            Journal::write(
                Actor::system(), $kind, ['alert', $alert->id], ['title' => $summary, 'item' => $item, 'level' => $level->value],
                ['incident' => $incident], $when,
            );
        }

        return $alert;
    }

    /**
     * What the monitor said: firing again and again, and at last that it is over.
     *
     * @param  array{string, string, string, Level}  $trouble
     */
    private static function signals(array $trouble, string $family, CarbonImmutable $from, CarbonImmutable $to, int $count): void
    {
        [$item, $check, $summary, $level] = $trouble;
        $span = $to->getTimestamp() - $from->getTimestamp();
        $rows = [];
        for ($n = 0; $n <= $count; $n++) {
            $at = $from->getTimestamp() + intdiv($span * $n, $count);
            $rows[] = [
                'source' => 'harbour-watch', 'at' => $at, 'item' => $item, 'check' => $check,
                'condition' => $n < $count ? 'firing' : 'clear', 'level' => $level->value,
                'summary' => $n < $count ? $summary : null, 'received_at' => $at, 'family' => StoredSignal::familyNumber($family),
            ];
            DB::statement(
                'insert into source_minutes (source, minute, accepted, last_at) values (?, ?, 1, ?) on conflict (source, minute) do update set accepted = accepted + 1',
                ['harbour-watch', intdiv($at, 60) * 60, $at],
            );
        }
        DB::table('signals')->insert($rows);
    }

    /** @return array<string, mixed> */
    private static function incident(
        int $id, string $title, string $service, CarbonImmutable $from, CarbonImmutable $to, int $priority,
    ): array {
        return [
            'id' => $id, 'title' => $title, 'service_id' => $service, 'impact' => Impact::Few->value,
            'urgency' => Urgency::Later->value, 'priority' => $priority,
            'stage' => Stage::Restored->value, 'coordinator_id' => 'ingrid-vale', 'started_at' => $from,
            'declared_at' => $from->addMinutes(4), 'restore_by' => $from->addDay(), 'resolved_at' => $to,
        ];
    }

    private static function past(
        string $title, string $service, string $item, string $team, CarbonImmutable $from, CarbonImmutable $to, int $priority,
        string $resolution, string $over, string $first,
    ): void {
        $by = Actor::person(Person::query()->findOrFail('ingrid-vale'));
        $incident = Incident::query()->create([
            ...array_diff_key(self::incident(0, $title, $service, $from, $to, $priority), ['id' => true]), 'team_id' => $team,
            'resolution' => $resolution,
        ]);
        self::alert([$item, 'trouble', $title, Level::Error], $from, (int) $from->diffInMinutes($to) - 4, 24, $incident->id);
        Journal::write(
            $by, IncidentEntry::IncidentDeclared, ['incident', $incident->id],
            ['title' => $title, 'priority' => $priority, 'service' => $service, 'alerts' => 1, 'reports' => 0], [],
            $from->addMinutes(4),
        );
        foreach ([
            [1, $from->addMinutes(12), $first, Stage::Looking, 'degraded'], [2, $to, $over, Stage::Restored, 'up'],
        ] as [$number, $at, $text, $stage, $state]) {
            Update::query()->create([
                'incident_id' => $incident->id, 'number' => $number, 'stage' => $stage, 'text' => $text,
                'services' => $service === 'harbour-wireless' ? [['name' => 'Wireless at the quay', 'state' => $state]] : [],
                'author_id' => 'ingrid-vale', 'published_at' => $at,
            ]);
            Journal::write(
                $by, UpdateEntry::UpdatePublished, ['incident', $incident->id], ['number' => $number, 'text' => $text], [], $at,
            );
        }
        Journal::write(
            $by, IncidentEntry::IncidentResolved, ['incident', $incident->id], ['resolution' => $resolution, 'title' => $title],
            [], $to,
        );
    }
}
