<?php

declare(strict_types=1);

namespace Database\Seeders\Eiderholm;

use App\Changes\Approval\Approving;
use App\Changes\Change;
use App\Changes\Templates\ChangeTemplate;
use App\Platform\Person;
use Carbon\CarbonImmutable;
use Illuminate\Support\Facades\DB;
use Random\Engine\Mt19937;
use Random\Randomizer;
use Skarvo\Changes\ChangeKind;
use Skarvo\Changes\ChangeResult;
use Skarvo\Changes\ChangeState;
use Skarvo\Changes\Deployments\Doing;

/** Half a year of changes, the rules by which they are made, and what is ahead: two that collide, one that waits for its answer. */
final class Changes
{
    private const PAST_DAYS = 180;

    /** What is changed again and again: title, items, team, kind, and how many of a hundred go wrong. */
    private const USUAL = [
        ['New texts on the lane screens', ['lane-control-nordpier'], 'lanes', ChangeKind::Standard, 2],
        ['Firmware of barriers', ['barrier-ask'], 'lanes', ChangeKind::Normal, 22],
        ['New fares in Booking', ['booking'], 'booking', ChangeKind::Standard, 3],
        ['Booking database: patch of a node', ['booking-db-1'], 'booking', ChangeKind::Normal, 9],
        ['Lower frequency on a microwave link', ['mw-skjell'], 'quay', ChangeKind::Standard, 5],
        ['Firmware of quay switches', ['quay-sw-rossnes-1'], 'quay', ChangeKind::Normal, 18],
        ['Roster job at another hour', ['roster-job'], 'crew', ChangeKind::Normal, 8],
        ['New kiosk image', ['kiosk-tangen-1'], 'terminals', ChangeKind::Standard, 6],
        ['Tide feed from another supplier', ['tide-feed'], 'vessels', ChangeKind::Normal, 12],
        ['Event bus: patch of a node', ['bus-1'], 'platform', ChangeKind::Normal, 10],
    ];

    public static function put(): void
    {
        self::rules();
        $random = new Randomizer(new Mt19937(23));
        $now = CarbonImmutable::instance(now())->startOfMinute();
        for ($minutes = self::PAST_DAYS * 1440; $minutes > 700; $minutes -= $random->getInt(500, 1500)) {
            self::past($random, $now->subMinutes($minutes));
        }
        self::templates($now);
        self::ahead($now);
    }

    /** One that everybody keeps to, and one that waits for somebody to agree on it. */
    private static function templates(CarbonImmutable $now): void
    {
        $step = static fn(string $text, int $minutes, ?string $check = null): array => [
            'text' => $text, 'minutes' => $minutes, 'check' => $check, 'back' => null, 'no_return' => false,
        ];
        foreach ([
            [
                'Firmware of a quay switch', 'Firmware of quay switches', ['quay-sw-rossnes-1'], true, 45,
                [$step('Save its settings', 5), $step('Write the firmware', 25), $step('Compare the ports', 10, 'All that were up are up')],
                'Write the old firmware back', 'ingrid-vale',
            ],
            [
                'Patch of a node of the booking database', 'Booking database: patch of a node', ['booking-db-1'], false, 60,
                [$step('Take the node out', 10), $step('Patch it', 30), $step('Bring it back', 20, 'It has caught up')],
                'Restore the node from last night', null,
            ],
        ] as [$title, $of, $items, $isOfAny, $minutes, $steps, $back, $agreed]) {
            $change = Change::query()->where('title', $of)->where('result', ChangeResult::Ok)->orderBy('id')->firstOrFail();
            ChangeTemplate::query()->create([
                'title' => $title, 'down' => $items, 'touched' => [],
                'items_of' => ! $isOfAny ? null : DB::table('items')->where('id', $items[0])->value('kind'), 'minutes' => $minutes,
                'reason' => 'The maker has mended faults',
                'back_out' => $back, 'steps' => $steps, 'team_id' => $change->team_id, 'change_id' => $change->id,
                'author_id' => $change->implementer_id, 'made_at' => $now->subDays(20),
                'agreed_by_id' => $agreed, 'agreed_at' => $agreed === null ? null : $now->subDays(19),
            ]);
        }
    }

    private static function rules(): void
    {
        $today = CarbonImmutable::instance(now())->setTimezone('Europe/Oslo');
        $stage = static fn(string $name, string $of, string $needs, string $expires): array => [
            'name' => $name, 'of' => [$of], 'needs' => $needs, 'expires' => $expires,
        ];
        $night = static fn(string $name, array $more, string ...$days): array => [
            'name' => $name, ...$more, 'days' => $days, 'from' => '22:30', 'to' => '04:30',
        ];
        DB::table('change_rule_sets')->insert([
            'settings' => json_encode([
                'kinds' => [
                    'standard' => new \stdClass,
                    'normal' => [
                        'requires' => ['reason', 'back_out'], 'minor' => [$stage('peers', '@peers', 'one', 'P7D')],
                        'major' => [
                            $stage('peers', '@peers', 'one', 'P7D'),
                            [
                                'name' => 'board', 'of' => ['ingrid-vale', 'mika-sund', 'per-strand'], 'needs' => ['count' => 2],
                                'veto' => true, 'expires' => 'P7D',
                            ],
                        ],
                    ],
                    'emergency' => [
                        'requires' => ['reason'], 'stages' => [$stage('coordinators', '@coordinators', 'one', 'PT2H')],
                        'review' => ['by' => 'per-strand', 'working_days' => 3],
                    ],
                ],
                'major' => ['tier' => 1, 'percent' => 25],
                'windows' => [
                    $night('nights without sailings', [], 'mon', 'tue', 'wed', 'thu', 'sun'),
                    $night('lanes', ['item' => 'vehicle-lanes'], 'mon', 'tue', 'wed', 'thu'),
                    $night('crew rosters', ['item' => 'crew-rosters'], 'tue', 'thu', 'sun'),
                ],
                'freezes' => [
                    [
                        'name' => 'Winter timetable begins', 'from' => $today->addDays(3)->format('Y-m-d\T00:00'),
                        'to' => $today->addDays(5)->format('Y-m-d\T00:00'),
                    ],
                ],
                'stand_ins' => ['ingrid-vale' => ['noor-lind'], 'per-strand' => ['frida-haugen'], 'jonas-solberg' => ['frida-haugen']],
                'deployments' => [
                    'map' => [
                        ['service' => 'time-server-firmware', 'items' => ['clk-2'], 'kind' => 'standard'],
                        ['service' => 'lane-screens', 'items' => ['lane-control-nordpier', 'lane-control-ask']],
                    ],
                    'ignore' => ['test', 'staging'],
                ],
            ], JSON_THROW_ON_ERROR),
            'note' => 'As the board agreed in September', 'author_id' => 'per-strand', 'at' => now()->subDays(60),
        ]);
    }

    private static function past(Randomizer $random, CarbonImmutable $at): void
    {
        [$title, $items, $team, $kind, $wrong] = self::USUAL[$random->getInt(0, count(self::USUAL) - 1)];
        $result = $random->getInt(0, 99) >= $wrong
            ? ChangeResult::Ok
            : [ChangeResult::Failed, ChangeResult::BackedOut][$random->getInt(0, 1)];
        $people = DB::table('people')->where('team_id', $team)->orderBy('id')->pluck('id')->all();
        $ends = $at->addMinutes($random->getInt(5, 120));
        $isTold = $kind === ChangeKind::Standard;
        $change = Change::query()->create([
            'title' => $title, 'kind' => $kind, 'state' => ChangeState::after($result), 'from_at' => $at, 'to_at' => $ends,
            'began_at' => $at, 'ended_at' => $ends, 'result' => $result,
            'told_result' => $isTold ? $result : null, 'author_id' => $people[$random->getInt(0, count($people) - 1)],
            'implementer_id' => $people[$random->getInt(0, count($people) - 1)], 'team_id' => $team,
            'is_recorded' => $isTold, 'source' => $isTold ? '/pipelines/eiderholm' : null,
            'external' => $isTold ? "past-{$at->getTimestamp()}" : null,
            'service_named' => $isTold ? $items[0] : null, 'environment' => $isTold ? 'production' : null,
            'doing' => $isTold ? Doing::Deployed : null, 'made_at' => $at,
            'note' => $result === ChangeResult::Ok ? null : 'It did not come up again, and was put back as it was.',
        ]);
        DB::table('change_items')->insert(
            array_map(static fn(string $item): array => ['change_id' => $change->id, 'item' => $item, 'goes_down' => ! $isTold], $items)
        );
    }

    private static function ahead(CarbonImmutable $now): void
    {
        $night = $now->setTimezone('Europe/Oslo')->addDay()->setTime(23, 0)->utc();
        $plan = static function (
            string $title, array $down, string $team, string $author, string $implementer, CarbonImmutable $from, int $minutes,
            array $steps, string $reason, string $back,
        ) use ($now): Change {
            $change = Change::query()->create([
                'title' => $title, 'kind' => ChangeKind::Normal, 'state' => ChangeState::Draft, 'from_at' => $from,
                'to_at' => $from->addMinutes($minutes), 'author_id' => $author, 'implementer_id' => $implementer,
                'team_id' => $team, 'reason' => $reason, 'back_out' => $back, 'made_at' => $now->subDay(),
            ]);
            DB::table('change_items')->insert(
                array_map(static fn(string $item): array => ['change_id' => $change->id, 'item' => $item, 'goes_down' => true], $down)
            );
            foreach ($steps as $i => $step) {
                $change->steps()->create(['ordinal' => $i + 1, 'text' => $step, 'minutes' => intdiv($minutes, count($steps))]);
            }

            return $change;
        };
        $person = static fn(string $id): Person => Person::query()->findOrFail($id);
        $first = $plan(
            'Patch of roster database, node 1', ['crew-db-1'], 'crew', 'astrid-teig', 'trygve-skarv', $night, 120,
            ['Take node 1 out of the pair', 'Patch it', 'Bring it back, and wait until it has caught up'],
            'The maker ends support of this version', 'Bring it back from last night\'s copy'
        );
        Approving::ask($first, $person('astrid-teig'), null);
        $second = $plan(
            'New power supply for roster database, node 2', ['crew-db-2'], 'crew', 'tomas-bakke', 'tomas-bakke', $night->addHour(), 90,
            ['Stop node 2', 'Exchange the power supply', 'Start it again'], 'Its fan is loud', 'Put the old one back'
        );
        Approving::ask($second, $person('tomas-bakke'), null);
        $third = $plan(
            'Firmware of time server clk-2', ['clk-2'], 'platform', 'frida-haugen', 'frida-haugen', $night->addDays(5), 45,
            ['Save its settings', 'Write the new firmware', 'Compare its time with clk-1'], 'Leap seconds are read wrongly',
            'Write the old firmware back'
        );
        Approving::ask($third, $person('frida-haugen'), null);
        $plan(
            'New barrier controllers at Tangen', ['barrier-tangen'], 'lanes', 'noor-lind', 'jonas-solberg', $night->addDays(9), 180,
            ['Keep one lane open by hand', 'Exchange the controllers', 'Open and close each ten times'], 'The old ones stick in the cold',
            'Put the old ones back'
        );
    }
}
