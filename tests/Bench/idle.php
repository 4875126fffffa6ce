<?php

declare(strict_types=1);

/*
 * What clock and sender take of a processor while there is nothing to do. Baseline, in the same run: a loop that only
 * looks as often as they do whether others wrote.
 */

use App\Platform\Database\Changes;
use Tests\Bench\Bench;
use Tests\Faults\Town;

require __DIR__.'/support/Bench.php';
const SECONDS = 20;
/** Seconds of a processor that a process has had so far. */
function had(int $process): float
{
    $fields = explode(' ', substr((string) strrchr((string) file_get_contents("/proc/$process/stat"), ')'), 2));

    return ((int) $fields[11] + (int) $fields[12]) / 100;
}
$folder = Bench::boot();
$town = new Town($folder, names: ['clock', 'sender']);
try {
    // Until what they begin with is done.
    sleep(5);
    $processes = ['clock' => $town->process('clock'), 'sender' => $town->process('sender')];
    $before = array_map(had(...), $processes);
    $own = had(getmypid());
    for ($end = hrtime(true) + SECONDS * 1_000_000_000; hrtime(true) < $end;) {
        Changes::await(250_000, Changes::mark());
    }
    $own = had(getmypid()) - $own;
    printf("%-10s %5.2f%% of a processor\n", 'looking', 100 * $own / SECONDS);
    foreach ($processes as $name => $process) {
        $took = had($process) - $before[$name];
        printf("%-10s %5.2f%% of a processor, %.1f times that\n", $name, 100 * $took / SECONDS, $took / $own);
    }
} finally {
    $town->end();
}
