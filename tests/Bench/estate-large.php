<?php

declare(strict_types=1);

/*
 * The application on an estate of 50,000 items with about 200,000 dependencies, in layers as data halls have them: what a
 * screen asks, each time as a new request would. Baseline, in the same run: the same questions to the demo's 400 items.
 */

use App\Platform\Person;
use App\Signals\AcceptSignals;
use App\Signals\Alert;
use App\Signals\LikelyCause;
use App\Signals\TakeSignals;
use App\Topology\Estate;
use App\Topology\Item;
use App\Topology\Reach;
use App\Topology\Record\Needs;
use App\Topology\Record\RecordItems;
use Illuminate\Http\Request;
use Illuminate\Support\Facades\DB;
use Random\Engine\Mt19937;
use Random\Randomizer;
use Skarvo\Time\Instant;
use Skarvo\Topology\Record\Need;
use Skarvo\Topology\State;
use Skarvo\Topology\Strength;
use Tests\Bench\Bench;

require __DIR__.'/support/Bench.php';
Bench::boot();
// Screens are asked for after some was told, and set headers.
ob_start();
$random = new Randomizer(new Mt19937(5));
/** @param list<string> $from */
$pick = static fn(array $from, int $many): array => array_map(
    static fn(int $key): string => $from[$key], $random->pickArrayKeys($from, min($many, count($from))),
);
$alerted = static function (array $items): void {
    foreach (array_values($items) as $n => $item) {
        $at = now()->subSeconds(300 - $n)->format('Y-m-d H:i:s.v');
        $alert = DB::table('alerts')->insertGetId([
            'key' => "bench $item", 'source' => 'bench', 'item_id' => $item, 'check' => 'up', 'level' => 'critical',
            'summary' => "$item is down", 'opened_at' => $at, 'first_signal_at' => $at, 'last_signal_at' => $at, 'count' => 1,
            'flips' => 0,
        ]);
        DB::table('alert_items')->insert(['alert_id' => $alert, 'item' => $item, 'stamp' => '', 'opened_at' => $at, 'fires' => true]);
    }
};
$median = static function (Closure $work): array {
    $times = [];
    for ($n = 0; $n < 5; $n++) {
        $start = microtime(true);
        $found = $work();
        $times[] = 1000 * (microtime(true) - $start);
    }
    sort($times);

    return [$times[2], $found];
};
$pages = static function (array $paths) use ($median): array {
    $kernel = app(Illuminate\Contracts\Http\Kernel::class);
    auth()->setUser(Person::query()->findOrFail('ingrid-vale'));

    return array_map(static fn(string $path): array => $median(static function () use ($kernel, $path): int {
        $answer = $kernel->handle(Request::create($path));

        return $answer->getStatusCode() === 200
            ? strlen((string) $answer->getContent())
            : throw new RuntimeException("$path: {$answer->getStatusCode()}");
    }), $paths);
};
$opened = static fn(string $kind): array => $median(static function () use ($kind, $random): int {
    app(AcceptSignals::class)([(object) [
        'at' => Instant::format(now()->getTimestamp()), 'source' => 'bench', 'item' => $kind.$random->getInt(1, 4),
        'check' => 'opened-'.$random->getInt(1, 1_000_000), 'condition' => 'firing', 'level' => 'warning',
        'summary' => 'It begins',
    ]]);

    return app(TakeSignals::class)(static fn(): bool => true);
});
$ask = static function (string $root, string $host, string $service, array $symptoms) use ($median): array {
    return [
        'what a machine takes along' => $median(static fn(): int => count(Estate::open()->trace([$host => State::Down])->affected)),
        'its reach, both ways' => $median(static function () use ($host): int {
            $estate = Estate::open();

            return count((new Reach($estate, $estate->trace([$host => State::Down])))->withUnderneath([$host], [])['nodes']);
        }),
        'what the item takes along on which most stands' => $median(
            static fn(): int => count(Estate::open()->trace([$root => State::Down])->affected),
        ),
        'weak points of a service' => $median(static fn(): int => count(Estate::open()->weakPoints($service))),
        'the likely cause of '.count($symptoms).' alerts' => $median(static fn(): int => count(LikelyCause::of(
            Alert::query()->whereNull('closed_at')->where('source', 'bench'),
        ))),
    ];
};
DB::table('alerts')->update(['closed_at' => now()]);
$small = array_slice(array_map(static fn($a): string => $a->id, Estate::open()->trace(['clk-2' => State::Down])->affected), 0, 8);
$alerted($small);
$smallPages = $pages(['/estate', '/estate/gate-nordpier-1', '/estate/booking', '/reach?items=clk-1', '/what-if?items=clk-2', '/truth']);
$smallOpened = $opened('gate-nordpier-');
$base = $ask('clk-1', 'gate-1', 'booking', $small);

DB::table('alerts')->where('source', 'bench')->update(['closed_at' => now()]);
$layers = ['power' => 20, 'switch' => 400, 'machine' => 4000, 'host' => 26000, 'application' => 19280, 'service' => 300];
$items = array_map(
    static fn(int $many, string $kind): array => array_map(static fn(int $n): string => "made-$kind-$n", range(1, $many)),
    $layers, array_keys($layers),
);
$items = array_combine(array_keys($layers), $items);
$needs = [];
foreach ($items['switch'] as $id) {
    $needs[$id] = [new Need($pick($items['power'], 2), 1, Strength::Hard, null)];
}
foreach ($items['machine'] as $n => $id) {
    $needs[$id] = [
        new Need([$items['switch'][intdiv($n, 20) * 2], $items['switch'][intdiv($n, 20) * 2 + 1]], 1, Strength::Hard, null),
        new Need($pick($items['power'], 2), 1, Strength::Hard, null),
    ];
}
foreach ($items['host'] as $id) {
    $needs[$id] = [new Need($pick($items['machine'], 1), 1, Strength::Hard, null)];
}
foreach ($items['application'] as $n => $id) {
    $hosts = $random->getInt(1, 4);
    $needs[$id] = [new Need($pick($items['host'], $hosts), max(1, $hosts - 1), Strength::Hard, null)];
    foreach ($n < 100 ? [] : $pick(array_slice($items['application'], 0, $n), $random->getInt(1, 4)) as $other) {
        $needs[$id][] = new Need([$other], 1, $random->getInt(0, 2) === 0 ? Strength::Hard : Strength::Soft, null);
    }
}
foreach ($items['service'] as $id) {
    $needs[$id] = array_map(
        static fn(string $one): Need => new Need([$one], 1, Strength::Hard, null),
        $pick($items['application'], $random->getInt(4, 12)),
    );
}
DB::transaction(static function () use ($items, $needs): void {
    foreach ($items as $kind => $ids) {
        foreach (array_chunk($ids, 500) as $some) {
            DB::table('items')->insert(array_map(
                static fn(string $id): array => RecordItems::row(
                    $id, ['name' => ucfirst($id), 'kind' => $kind, ...$kind === 'service' ? ['tier' => '2'] : []],
                ),
                $some,
            ));
        }
    }
    foreach (array_chunk($needs, 2000, true) as $some) {
        Needs::put($some);
    }
});
printf("%s items, %s dependencies\n", number_format(Item::query()->count()), number_format(DB::table('dependencies')->count()));
$symptoms = array_slice(
    array_map(static fn($a): string => $a->id, Estate::open()->trace(['made-machine-77' => State::Down])->affected), 0, 8,
);
$alerted($symptoms);
printf("a signal on a host becomes an alert: %.0f ms; on the demo's estate: %.0f ms\n", $opened('made-host-')[0], $smallOpened[0]);
gc_collect_cycles();
memory_reset_peak_usage();
$before = memory_get_usage();
foreach ($ask('made-switch-1', 'made-host-4711', 'made-service-7', $symptoms) as $question => [$time, $found]) {
    printf(
        "%s: %.0f ms (%s found); baseline, the demo's estate: %.0f ms\n", $question, $time, number_format($found),
        array_values($base)[array_search($question, array_keys($base), true) ?: 0][0] ?? 0,
    );
}
printf("memory at the peak, beyond what it took before: %d MB\n", intdiv(memory_get_peak_usage() - $before, 1_000_000));
memory_reset_peak_usage();
foreach ($pages([
    '/estate', '/estate/made-host-4711', '/estate/made-service-7', '/reach?items=made-power-1', '/what-if?items=made-switch-1',
    '/truth',
]) as $n => [$time, $bytes]) {
    printf(
        "%s: %.0f ms, %d kB; on the demo's estate: %.0f ms\n",
        [
            'the estate', 'an item', 'a service with its map and weak points', 'the reach of what thousands stand on', 'what if',
            'what is doubtful',
        ][$n],
        $time, intdiv($bytes, 1000), $smallPages[$n][0],
    );
}
printf("memory of a request at the peak: %d MB\n", intdiv(memory_get_peak_usage() - $before, 1_000_000));
