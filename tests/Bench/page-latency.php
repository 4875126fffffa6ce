<?php

declare(strict_types=1);

/*
 * How long it takes from an accepted signal that is handled by "page now" to the page at the device, while 200 signals a
 * second arrive and 20,000 alerts are open. Baseline, in the same run: the bare requests to web server and device alone.
 */

use App\Platform\Moment;
use App\Signals\AcceptSignals;
use App\Signals\TakeSignals;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Http;
use Tests\Bench\Bench;
use Tests\Faults\Town;

require __DIR__.'/support/Bench.php';
if (($argv[1] ?? '') === 'load') {
    // The other senders: 200 signals a second, in posts of 20.
    [, , $url, $token, $seconds] = $argv;
    $end = microtime(true) + (float) $seconds;
    for ($n = 0; microtime(true) < $end; $n++) {
        $begin = microtime(true);
        $body = json_encode(
            array_map(
                static fn(int $i): array => [
                    'source' => 'load', 'item' => 'old-'.($n * 20 + $i) % 20_000, 'check' => 'state', 'condition' => 'firing',
                    'level' => 'error',
                ],
                range(0, 19),
            ),
            JSON_THROW_ON_ERROR,
        );
        @file_get_contents(
            $url, false,
            stream_context_create(['http' => [
                'method' => 'POST', 'header' => "Authorization: Bearer $token\r\nContent-Type: application/json",
                'content' => $body, 'ignore_errors' => true,
            ]]),
        );
        usleep((int) max(0, 100_000 - 1e6 * (microtime(true) - $begin)));
    }
    exit(0);
}
$samples = (int) ($argv[1] ?? 120);
$folder = Bench::boot();
$token = Bench::token();
DB::table('rule_sets')->update(['settings' => json_encode([
    'hold' => 'PT0S', 'settle' => 'PT0S', 'reopen' => 'PT30M', 'gather' => 'PT10M', 'gather_limit' => 'PT2H', 'reach' => 3,
    'rules' => array_map(
        static fn(string $team): array => ['match' => ['check' => "page-$team"], 'set' => ['handling' => 'page', 'team' => $team]],
        $teams = ['platform', 'lanes', 'quay', 'vessels', 'crew', 'freight', 'booking', 'terminals'],
    ),
])]);
$accept = new AcceptSignals;
for ($n = 0; $n < 20_000; $n += 5000) {
    $accept(array_map(
        static fn(int $i): stdClass => (object) [
            'source' => 'load', 'item' => "old-$i", 'check' => 'state', 'condition' => 'firing', 'level' => 'error',
        ],
        range($n, $n + 4999),
    ));
}
$take = new TakeSignals;
while ($take(static fn(): bool => true) > 0) {
}
printf("%s alerts open\n", number_format(DB::table('alerts')->whereNull('closed_at')->count()));

$town = new Town($folder);
$times = $bare = [];
try {
    sleep(1);
    $load = proc_open(
        [PHP_BINARY, __FILE__, 'load', $town->url('/api/v1/signals'), $token, (string) ($samples * 2)],
        [['file', '/dev/null', 'r'], ['file', '/dev/null', 'w'], ['file', '/dev/null', 'w']], $pipes,
    );
    for ($n = 0; $n < $samples; $n++) {
        $team = $teams[$n % count($teams)];
        $name = sprintf('sample-%04d', $n);
        $start = microtime(true);
        $town->insist(
            '/api/v1/signals',
            ['source' => 'bench', 'item' => $name, 'check' => "page-$team", 'condition' => 'firing', 'level' => 'critical'],
            ['Authorization' => "Bearer $token"],
        );
        $accepted = microtime(true);
        // A call may page further people, or the same one again: what counts is the first page of this one.
        $at = null;
        while ($at === null && microtime(true) - $start < 10) {
            usleep(2000);
            foreach ($town->arrived() as $message) {
                if (str_contains((string) json_encode($message['body']), $name)) {
                    $at ??= $message['at'];
                }
            }
        }
        $times[] = (($at ?? microtime(true)) - $accepted) * 1000;
        $begin = microtime(true);
        Http::get($town->url('/up'));
        Http::post($town->devices(), []);
        $bare[] = (microtime(true) - $begin) * 1000;
        usleep(300_000);
    }
    if (is_resource($load)) {
        proc_terminate($load);
    }
} finally {
    $town->end();
}
$behind = DB::table('signals')->max('id') - DB::table('clock_marks')->where('name', 'signals')->value('mark');
printf(
    "accepted to pocket, %d samples: median %.0f ms, 99th percentile %.0f ms; %d signals behind at the end, at %s\n", $samples,
    Bench::at($times, 0.5), Bench::at($times, 0.99), $behind, Moment::text(Moment::now()),
);
printf(
    "baseline, a bare request to each of web server and device: median %.0f ms; ratio of medians %.1f\n", Bench::at($bare, 0.5),
    Bench::at($times, 0.5) / Bench::at($bare, 0.5),
);
