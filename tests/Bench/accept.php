<?php

declare(strict_types=1);

/*
 * How many signals a second are accepted and durable over HTTP, behind nginx and php-fpm: in batches of 500, and one a
 * request over 32 connections. Baselines, in the same run: bare PDO that inserts such rows into the same file, 500 a
 * transaction; and a route of the same framework that inserts one row.
 */

use Illuminate\Support\Facades\DB;
use Tests\Bench\Bench;
use Tests\Bench\Web;

require __DIR__.'/support/Bench.php';
require __DIR__.'/support/Web.php';
$folder = Bench::boot();
$token = Bench::token();
$web = new Web($folder);
$auth = ["Authorization: Bearer $token"];
$signal = static fn(int $n): array => [
    'source' => 'bench', 'item' => 'host-'.$n % 1000, 'check' => 'check-'.$n % 7, 'condition' => 'firing', 'level' => 'error',
    'id' => "n$n", 'summary' => 'Something is the matter here', 'labels' => ['site' => 'north'],
];
try {
    $batch = static fn(int $batches, int $from): Generator => (static function () use ($batches, $from, $signal): Generator {
        for ($n = 0; $n < $batches; $n++) {
            yield json_encode(array_map(static fn(int $i): array => $signal($from + $n * 500 + $i), range(0, 499)), JSON_THROW_ON_ERROR);
        }
    })();
    $web->post('/api/v1/signals', $batch(8, 10_000_000), $auth, 4);
    $ready = iterator_to_array($batch(200, 0), false);
    $batches = $web->post('/api/v1/signals', $ready, $auth, 4);
    $rate = 200 * 500 / $batches['seconds'];

    // The schema of signals, as a table of its own.
    $pdo = new PDO("sqlite:$folder/skarvo.sqlite");
    $pdo->exec('pragma synchronous = full');
    $pdo->exec('create table bare_signals as select * from signals limit 0');
    $pdo->exec('create unique index bare_unique on bare_signals (source, external_id)');
    $pdo->exec('create index bare_family on bare_signals (family, at)');
    $columns = ['source', 'external_id', 'at', 'item', '"check"', 'condition', 'level', 'labels', 'summary', 'received_at', 'family'];
    $put = $pdo->prepare(
        'insert into bare_signals ('.implode(', ', $columns).') values ('.implode(', ', array_fill(0, count($columns), '?')).')',
    );
    $start = microtime(true);
    for ($n = 0; $n < 100_000; $n++) {
        if ($n % 500 === 0) {
            $pdo->exec('begin immediate');
        }
        $s = $signal($n);
        $put->execute([
            $s['source'], $s['id'], 1_772_435_640 + $n, $s['item'], $s['check'], $s['condition'], $s['level'], '{"site":"north"}',
            $s['summary'], 1_772_435_640, crc32($s['item'].$s['check']),
        ]);
        if ($n % 500 === 499) {
            $pdo->exec('commit');
        }
    }
    $bare = 100_000 / (microtime(true) - $start);
    printf("batches of 500: %s signals/s accepted and durable (%s)\n", number_format($rate), json_encode($batches['statuses']));
    printf("baseline, bare PDO: %s rows/s; ratio %.2f, wanted the more of 10,000/s and 0.17\n", number_format($bare), $rate / $bare);

    DB::statement('create table bare (id integer primary key, body text, at integer)');
    $single = static fn(int $from, int $many): array => array_map(
        static fn(int $n): string => json_encode($signal($from + $n), JSON_THROW_ON_ERROR), range(0, $many - 1),
    );
    $web->post('/api/v1/signals', $single(20_000_000, 200), $auth, 32);
    $web->post('/bare', $single(0, 200), $auth, 32);
    $rates = ['ours' => [], 'bare' => []];
    $bad = 0;
    for ($round = 0; $round < 3; $round++) {
        foreach (['ours' => '/api/v1/signals', 'bare' => '/bare'] as $name => $path) {
            $result = $web->post($path, $single(30_000_000 + $round * 10_000, 2000), $auth, 32);
            $rates[$name][] = 2000 / $result['seconds'];
            $bad += array_sum($result['statuses']) - ($result['statuses'][202] ?? 0) - ($result['statuses'][200] ?? 0);
        }
    }
    sort($rates['ours']);
    sort($rates['bare']);
    printf("one signal a request, 32 connections: median %s requests/s, %d errors\n", number_format($rates['ours'][1]), $bad);
    printf(
        "baseline, a route that inserts one row: median %s requests/s; ratio %.2f, wanted 0.8\n",
        number_format($rates['bare'][1]), $rates['ours'][1] / $rates['bare'][1],
    );
} finally {
    $web->end();
}
