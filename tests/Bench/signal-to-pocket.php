<?php

declare(strict_types=1);

/*
 * How long it takes from a posted signal to the page on the pocket, the coordinator's own time left out:
 * signal posted, taken by the clock, incident declared over HTTP the moment the alert is there, page at the device.
 * Baseline, in the same run: the three HTTP requests alone, against a server that does nothing with them.
 */

use App\Paging\Page;
use App\Signals\Alert;
use Illuminate\Support\Facades\Http;
use Tests\Bench\Bench;
use Tests\Faults\Town;

$samples = (int) ($argv[1] ?? 200);
require __DIR__.'/support/Bench.php';
$folder = Bench::boot();
$token = Bench::token();

$town = new Town($folder);
try {
    $town->signIn('ingrid-vale@eiderholm.example');
    $teams = ['platform', 'lanes', 'quay', 'vessels', 'crew', 'freight', 'booking', 'terminals'];
    $times = $bare = [];
    for ($n = 0; $n < $samples; $n++) {
        $start = microtime(true);
        $town->insist(
            '/api/v1/signals',
            ['source' => 'bench', 'item' => 'clk-2', 'check' => "check-$n", 'condition' => 'firing', 'level' => 'critical'],
            ['Authorization' => "Bearer $token"],
        );
        while (($alert = Alert::query()->where('key', "bench/clk-2/check-$n")->value('id')) === null) {
            usleep(1000);
        }
        $town->insist(
            '/incidents',
            [
                'alerts' => [$alert], 'title' => "Sample $n", 'service' => 'booking', 'impact' => 'wide', 'urgency' => 'now',
                'team' => $teams[$n % 8],
            ],
        );
        $key = 'page-'.Page::query()->max('id');
        while (($arrived = array_column($town->arrived(), 'at', 'key')[$key] ?? null) === null) {
            usleep(1000);
        }
        $times[] = ($arrived - $start) * 1000;

        $start = microtime(true);
        for ($request = 0; $request < 3; $request++) {
            Http::post($town->devices(), []);
        }
        $bare[] = (microtime(true) - $start) * 1000;
    }
} finally {
    $town->end();
}
printf(
    "signal to pocket, %d samples: median %.0f ms, 99th percentile %.0f ms\n", $samples, Bench::at($times, 0.5),
    Bench::at($times, 0.99),
);
printf(
    "baseline, three bare requests: median %.0f ms; ratio of medians %.1f\n", Bench::at($bare, 0.5),
    Bench::at($times, 0.5) / Bench::at($bare, 0.5),
);
