<?php

declare(strict_types=1);

namespace Database\Seeders\Eiderholm;

use App\Platform\Moment;
use App\Signals\Intake\Source;
use Carbon\CarbonImmutable;
use Illuminate\Support\Facades\DB;

/**
 * What the company has tuned so far: a few rules, a sender with a JSON of its own, a heartbeat, planned work, a team that wants
 * suggestions.
 */
final class Tuning
{
    public static function put(): void
    {
        $now = CarbonImmutable::instance(now());
        // What came before the demo starts is history, and not taken again.
        DB::table('clock_marks')->where('name', 'signals')->update(['mark' => (int) DB::table('signals')->max('id')]);
        DB::table('rule_sets')->update(['at' => Moment::precise($now->subDays(40))]);
        DB::table('rule_sets')->insert([
            'settings' => json_encode([
                'hold' => 'PT0S', 'settle' => 'PT0S', 'reopen' => 'PT30M', 'flap' => ['times' => 5, 'within' => 'PT10M'],
                'gather' => 'PT10M', 'gather_limit' => 'PT2H', 'reach' => 3,
                'rules' => [
                    [
                        'name' => 'Paper and ink wait for the morning', 'match' => ['check' => 'paper'],
                        'set' => ['handling' => 'hours', 'team' => 'terminals'],
                    ],
                    [
                        'name' => 'Contracts and warranties that end are only written down', 'match' => ['source' => 'dates'],
                        'set' => ['handling' => 'record'],
                    ],
                    [
                        'name' => 'Late fuel figures are only written down',
                        'match' => ['check' => 'report-age', 'item' => 'fuel-unit-*'],
                        'set' => ['handling' => 'record', 'hold' => 'PT5M'],
                    ],
                ],
            ], JSON_THROW_ON_ERROR),
            'note' => 'Paper waits for the morning; fuel figures are recorded', 'author_id' => 'ingrid-vale',
            'at' => Moment::precise($now->subDays(3)), 'after_signal_id' => (int) DB::table('signals')->max('id'),
        ]);
        Source::query()->create([
            'id' => 'rack-watch', 'name' => 'Rack watch', 'made_at' => $now->subDays(20), 'per_minute' => 600, 'team_id' => 'platform',
            'sample' => json_encode(
                [
                    'site' => 'storvik',
                    'events' => [[
                        'host' => ['name' => 'rack-storvik-2', 'row' => 'B'], 'sensor' => 'inlet temperature',
                        'state' => 'PROBLEM', 'severity' => 4, 'reading' => 31.5, 'when' => $now->subHours(5)->getTimestamp(),
                        'no' => 88121,
                    ]],
                ],
                JSON_THROW_ON_ERROR | JSON_PRETTY_PRINT,
            ),
            'mapping' => [
                'list' => '/events',
                'fields' => [
                    'check' => '{/sensor}', 'item' => '{/host/name}', 'summary' => '{/sensor} at {/host/name} reads {/reading}',
                    'at' => '{/when}', 'id' => '{/no}', 'value' => '{/reading}',
                ],
                'labels' => ['site' => '{^/site}', 'row' => '{/host/row}'],
                'condition' => ['from' => '{/state}', 'words' => ['firing' => ['PROBLEM'], 'clear' => ['OK']]],
                'level' => [
                    'from' => '{/severity}',
                    'words' => ['info' => ['1'], 'warning' => ['2', '3'], 'error' => ['4'], 'critical' => ['5']],
                ],
            ],
        ]);
        DB::table('heartbeats')->insert([
            'name' => 'Harbour watch speaks', 'source' => 'harbour-watch', 'every_seconds' => 7200, 'grace_seconds' => 600,
            'level' => 'error', 'since' => $now->getTimestamp(), 'due_at' => $now->getTimestamp() + 7800,
        ]);
        DB::table('quiet_times')->insert([
            'items' => json_encode(['wireless-havre'], JSON_THROW_ON_ERROR), 'with_dependents' => true,
            'covers' => json_encode(['wireless-havre'], JSON_THROW_ON_ERROR),
            'from_at' => Moment::text($now->addHours(14)->startOfHour()->getTimestamp()),
            'to_at' => Moment::text($now->addHours(16)->startOfHour()->getTimestamp()),
            'reason' => 'New antenna on the pilot tower at Havre', 'author_id' => 'ingrid-vale',
            'made_at' => Moment::precise($now->subHours(7)),
        ]);
        DB::table('teams')
            ->where('id', 'lanes')
            ->update([
                'auto_incidents' => 'suggest',
                'auto_when' => json_encode(['tier' => 1, 'level' => 'error', 'alerts' => 3, 'minutes' => null], JSON_THROW_ON_ERROR),
            ]);
    }
}
