<?php

declare(strict_types=1);

/*
 * How fast accepted signals become alerts: 100,000 signals of 5,000 threads, so that 95% repeat; or with "10000 new" so
 * many that are all of something else, a quarter of them on what the estate knows.
 * Baseline, in the same run: bare PDO that reads the same signals and counts them into a row of their key.
 */

use App\Signals\AcceptSignals;
use App\Signals\TakeSignals;
use Illuminate\Support\Facades\DB;
use Random\Engine\Mt19937;
use Random\Randomizer;
use Tests\Bench\Bench;

require __DIR__.'/support/Bench.php';
$many = (int) ($argv[1] ?? 100_000);
$isNew = ($argv[2] ?? '') === 'new';
$folder = Bench::boot();
$items = DB::table('items')->orderBy('id')->pluck('id')->all();
$random = new Randomizer(new Mt19937(1));
$accept = new AcceptSignals;
for ($n = 0; $n < $many; $n += 5000) {
    $accept(array_map(
        static fn(int $i): stdClass => (object) [
            'source' => 'bench', 'condition' => 'firing', 'level' => 'error', 'summary' => 'Something is the matter here',
            ...($isNew
                ? ['item' => $i % 4 === 0 ? $items[$i % count($items)] : "host-$i", 'check' => 'check-'.intdiv($i, 100)]
                : ['item' => 'host-'.$random->getInt(1, 1000), 'check' => 'check-'.$random->getInt(1, 5)]),
        ],
        range($n + 1, min($n + 5000, $many)),
    ));
}

$pdo = new PDO("sqlite:$folder/skarvo.sqlite");
$pdo->exec('create table baseline (key text primary key, count integer not null)');
$start = microtime(true);
$pdo->exec('begin immediate');
$put = $pdo->prepare('insert into baseline (key, count) values (?, 1) on conflict (key) do update set count = count + 1');
foreach ($pdo->query('select source, item, "check" from signals order by id', PDO::FETCH_NUM) as $row) {
    $put->execute([implode('/', $row)]);
}
$pdo->exec('commit');
$bare = microtime(true) - $start;

$take = new TakeSignals;
$longest = 0.0;
$start = microtime(true);
do {
    $batch = microtime(true);
    $taken = $take(static fn(): bool => true);
    $longest = max($longest, microtime(true) - $batch);
} while ($taken > 0);
$seconds = microtime(true) - $start;
printf(
    "%s signals drained into %s alerts in %.1f s: %s signals/s; longest batch %.2f s; %d MB\n", number_format($many),
    number_format(DB::table('alerts')->where('source', 'bench')->count()), $seconds, number_format($many / $seconds), $longest,
    intdiv(memory_get_peak_usage(), 1_000_000),
);
printf("baseline, bare PDO that counts them by key: %s signals/s; ratio %.2f\n", number_format($many / $bare), $bare / $seconds);
