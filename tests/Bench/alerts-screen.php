<?php

declare(strict_types=1);

/*
 * The alerts screen with 20,000 open alerts: from the request to the first group on the screen, and from a typed filter
 * to its result. Baseline, in the same run: a small file. Starts its own application; Chromium looks at it.
 */

use App\Signals\AcceptSignals;
use App\Signals\TakeSignals;
use Illuminate\Support\Facades\DB;
use Tests\Bench\Bench;
use Tests\Bench\Web;
use Tests\Faults\Town;

require __DIR__.'/support/Bench.php';
require __DIR__.'/support/Web.php';
$folder = Bench::boot();
$items = DB::table('items')->pluck('id')->all();
$accept = new AcceptSignals;
for ($n = 0; $n < 20_000; $n += 5000) {
    $accept(array_map(
        static fn(int $i): stdClass => (object) [
            'source' => 'bench', 'item' => $i % 4 === 0 ? $items[$i % count($items)] : "host-$i",
            'check' => 'check-'.intdiv($i, 100), 'condition' => 'firing', 'level' => ['warning', 'error', 'critical'][$i % 3],
            'summary' => "Something is the matter, number $i",
        ],
        range($n, $n + 4999),
    ));
}
$take = new TakeSignals;
while ($take(static fn(): bool => true) > 0) {
}
printf(
    "%s alerts open, in %s groups\n", number_format(DB::table('alerts')->whereNull('closed_at')->count()),
    number_format(DB::table('alerts')->whereNull('closed_at')->distinct()->count('group_id')),
);
$town = new Town($folder, names: ['clock', 'sender']);
$web = new Web($folder);
try {
    sleep(1);
    passthru('node '.escapeshellarg(__DIR__.'/support/alerts-screen.mjs')." http://127.0.0.1:$web->port", $status);
} finally {
    $web->end();
    $town->end();
}
exit($status ?? 1);
