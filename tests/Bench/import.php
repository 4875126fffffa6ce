<?php

declare(strict_types=1);

/*
 * A CSV of 200,000 lines with broken quotes, in UTF-8 and Windows-1252 by turns, and the same in UTF-16: looked at, and
 * the first of them stored. Baseline, in the same run: fgetcsv over the same lines, inserted through bare PDO.
 */

use App\Platform\Moment;
use App\Topology\Exchange\ImportPlans;
use App\Topology\Exchange\StoreImport;
use Illuminate\Support\Facades\DB;
use Tests\Bench\Bench;

require __DIR__.'/support/Bench.php';
$folder = Bench::boot();
ini_set('memory_limit', '512M');
$lines = (int) ($argv[1] ?? 200_000);
$header = "id,kind,name,site,team,serial,hostname,address,memory,needs\n";
$out = fopen("$folder/mixed.csv", 'wb') ?: exit(1);
fwrite($out, $header);
for ($i = 1; $i <= $lines; $i++) {
    $line = "made-$i,host,\"Vært $i, hall ".($i % 40).'",Kalvøy,platform,EL-M'.$i.",made-$i.eiderholm.example,10."
        .($i >> 16).'.'.(($i >> 8) & 255).'.'.($i & 255).',64,'.($i % 3 === 0 ? 'connects through core-sw-1' : (
            $i % 3 === 1 && $i > 10 ? '"1 of made-'.($i - 5).', made-'.($i - 7).'"' : ''
        ));
    if ($i % 1000 === 0) {
        $line = str_replace('",Kalvøy', ',Kalvøy', $line);
    } elseif ($i % 2 === 0) {
        $line = mb_convert_encoding($line, 'Windows-1252', 'UTF-8');
    }
    fwrite($out, "$line\n");
}
fclose($out);
$look = static function (string $path): array {
    $start = microtime(true);
    $plan = ImportPlans::make($path, 'csv');

    return [microtime(true) - $start, $plan];
};
[$seconds, $plan] = $look("$folder/mixed.csv");
printf(
    "%s lines looked at: %.1f s, peak %d MB; %s new, %s refused; %s\n", number_format($lines), $seconds,
    intdiv(memory_get_peak_usage(true), 1_000_000), number_format($plan['counts']['new']),
    number_format($plan['counts']['refused']), $plan['notes'][0] ?? 'nothing odd',
);
copy("$folder/mixed.csv", "$folder/plain.csv");
file_put_contents(
    "$folder/wide.csv",
    "\xFF\xFE".mb_convert_encoding(
        (string) preg_replace_callback(
            '/^.*$/m',
            static fn(array $m): string => mb_check_encoding($m[0], 'UTF-8') ? $m[0] : mb_convert_encoding($m[0], 'UTF-8', 'Windows-1252'),
            (string) file_get_contents("$folder/plain.csv", length: 20_000_000),
        ),
        'UTF-16LE', 'UTF-8',
    ),
);
[$wide, $widePlan] = $look("$folder/wide.csv");
printf(
    "as UTF-16: %.1f s; %s new, %s refused\n", $wide, number_format($widePlan['counts']['new']),
    number_format($widePlan['counts']['refused']),
);

$id = DB::table('imports')->insertGetId([
    'name' => 'mixed.csv', 'format' => 'csv', 'path' => "$folder/mixed.csv", 'author_id' => 'ada-holm',
    'at' => Moment::precise(now()), 'state' => 'storing', 'counts' => json_encode($plan['counts']), 'notes' => '[]',
    'fingerprint' => $plan['fingerprint'],
]);
$start = microtime(true);
$longest = 0.0;
for ($parts = 0; DB::table('imports')->where('id', $id)->value('state') === 'storing'; $parts++) {
    $begin = microtime(true);
    (new StoreImport($id))->handle();
    $longest = max($longest, microtime(true) - $begin);
    DB::table('jobs')->delete();
}
$stored = microtime(true) - $start;
printf(
    "stored in %d parts: %.0f s, that is %s rows/s; the longest part %.2f s; %s items, %s dependencies\n", $parts, $stored,
    number_format($lines / $stored), $longest, number_format(DB::table('items')->count()),
    number_format(DB::table('dependencies')->count()),
);

$pdo = new PDO("sqlite:$folder/bare.sqlite");
$pdo->exec(
    'pragma journal_mode = wal; pragma synchronous = full; create table bare (id text primary key, kind text, name text, site text, team text, serial text, hostname text, address text, memory text, needs text)'
);
$put = $pdo->prepare('insert or ignore into bare values (?, ?, ?, ?, ?, ?, ?, ?, ?, ?)');
$start = microtime(true);
$in = fopen("$folder/plain.csv", 'rb') ?: exit(1);
fgetcsv($in);
$pdo->exec('begin');
while (($cells = fgetcsv($in)) !== false) {
    $put->execute(array_slice(array_pad($cells, 10, ''), 0, 10));
}
$pdo->exec('commit');
$bare = microtime(true) - $start;
printf(
    "baseline, fgetcsv and bare rows with nothing checked: %.1f s; looking takes %.1f times that, storing %.0f times\n", $bare,
    $seconds / $bare, $stored / $bare,
);
