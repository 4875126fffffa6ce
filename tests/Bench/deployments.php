<?php

declare(strict_types=1);

/*
 * A day of 10,000 deployments through the whole application (in one process, without a web server), 1 in 20 a rollback, 1 in 50 of a
 * service that nobody knows; then what a room makes of three such days. Baselines, in the same run: a transaction that inserts one row
 * into the same file; and the same part of the room before there was any deployment.
 */

use App\Changes\InRoom\WhatChanged;
use App\Incidents\Incident;
use App\Incidents\Situation;
use App\Platform\Look;
use App\Platform\Moment;
use App\Platform\Person;
use Illuminate\Contracts\Http\Kernel;
use Illuminate\Http\Request;
use Illuminate\Support\Facades\Artisan;
use Illuminate\Support\Facades\DB;
use Inertia\DeferProp;
use Tests\Bench\Bench;

require __DIR__.'/support/Bench.php';
Bench::boot();
$many = (int) ($argv[1] ?? 10_000);
mt_srand(7);
Artisan::call('skarvo:token', ['name' => 'pipelines', '--ability' => ['deployments:write']]);
$token = trim(Artisan::output());
$items = DB::table('items')->orderBy('id')->pluck('id')->all();
$now = Moment::now();
$incident = Incident::factory()->createOne(['service_id' => 'vehicle-lanes', 'title' => 'Vehicle lanes stand still']);
$alert = DB::table('alerts')->insertGetId([
    'key' => 'bench/clk-2/state', 'number' => 1, 'stamp' => 'bench', 'items' => '{}', 'threads' => '[]', 'rules_version' => 1,
    'source' => 'bench', 'check' => 'state',
    'item_id' => 'clk-2', 'item_named' => 'clk-2', 'level' => 'critical', 'summary' => 'clk-2 is dark', 'first_signal_at' => now(),
    'last_signal_at' => now(), 'opened_at' => now(),
    'count' => 1, 'flips' => 0, 'incident_id' => $incident->id,
]);
DB::table('alert_items')->insert(['alert_id' => $alert, 'item' => 'clk-2', 'stamp' => 'bench', 'opened_at' => now(), 'fires' => true]);
$reader = Person::query()->findOrFail('ingrid-vale');
$room = static function () use ($incident, $reader): float {
    $times = [];
    for ($n = 0; $n < 5; $n++) {
        $start = microtime(true);
        Look::during(static function () use ($incident, $reader): void {
            $prop = (new WhatChanged)->room($incident, Situation::now(), $reader)['changed'];
            $prop instanceof DeferProp ? $prop() : throw new LogicException('It comes later.');
        });
        $times[] = microtime(true) - $start;
    }

    return Bench::at($times, 0.5);
};
$before = $room();

$kernel = app(Kernel::class);
$taken = [];
for ($n = 0; $n < $many; $n++) {
    $body = json_encode([
        'id' => "d$n", 'source' => '/pipelines/bench', 'service' => $n % 50 === 49 ? "unknown-$n" : $items[mt_rand(0, count($items) - 1)],
        'environment' => 'production', 'version' => "1.$n", 'doing' => $n % 20 === 19 ? 'rolledback' : 'deployed', 'author' => 'Noor Lind',
        'commits' => 'a1..b2',
        'at' => gmdate('Y-m-d\TH:i:s\Z', $now - 86400 + (int) ($n * 86400 / $many)),
    ], JSON_THROW_ON_ERROR);
    $request = Request::create(
        '/api/v1/deployments', 'POST',
        server: ['HTTP_AUTHORIZATION' => "Bearer $token", 'HTTP_ACCEPT' => 'application/json', 'CONTENT_TYPE' => 'application/json'],
        content: $body
    );
    $start = microtime(true);
    $response = $kernel->handle($request);
    $taken[] = microtime(true) - $start;
    if ($response->getStatusCode() !== 201) {
        throw new RuntimeException($response->getStatusCode().' '.$response->getContent());
    }
    app()->forgetScopedInstances();
}
DB::statement('create table bare (id integer primary key, body text, at integer)');
$start = microtime(true);
for ($n = 0; $n < 2000; $n++) {
    DB::transaction(static fn() => DB::table('bare')->insert(['body' => str_repeat('x', 200), 'at' => $n]));
}
$bare = (microtime(true) - $start) / 2000;
printf(
    "%s deployments: %.1f s, %.1f ms each, p99 %.1f ms; the last 500 %.1f ms each; a row in a transaction %.2f ms, ratio %.0f\n",
    number_format($many),
    array_sum($taken), array_sum($taken) / $many * 1000, Bench::at($taken, 0.99) * 1000, array_sum(array_slice($taken, -500)) / 500 * 1000,
    $bare * 1000, array_sum($taken) / $many / $bare,
);

// The two days before, as they would stand there.
DB::transaction(static function () use ($many): void {
    $last = (int) DB::table('changes')->max('id');
    foreach ([1, 2] as $day) {
        DB::statement(
            "insert into changes (title, kind, state, from_at, to_at, began_at, ended_at, result, told_result, is_recorded, source, external, service_named, environment, doing, made_at, edition, is_major)
             select title, kind, state, datetime(from_at, '-$day day'), datetime(to_at, '-$day day'), datetime(began_at, '-$day day'), datetime(ended_at, '-$day day'), result, told_result, 1, '/pipelines/day-$day', external, service_named, environment, doing, made_at, 1, 0
             from changes where source = '/pipelines/bench' and id <= ?", [$last],
        );
    }
    DB::statement(
        "insert into change_items (change_id, item, goes_down) select n.id, i.item, 0 from changes n join changes o on o.external = n.external and o.source = '/pipelines/bench' join change_items i on i.change_id = o.id where n.source like '/pipelines/day-%'"
    );
});
$all = DB::table('changes')->count();
$after = $room();
printf(
    "what changed, in a room, of %s changes: %.0f ms; before there were any %.0f ms\n", number_format($all), $after * 1000, $before * 1000
);
