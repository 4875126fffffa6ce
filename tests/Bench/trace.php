<?php

declare(strict_types=1);

/*
 * `trace` from the most depended-on item of a graph of about 60,000 items and 250,000 dependencies: Debian's own package
 * index. Baseline, in the same run: a recursive CTE in SQLite that only finds what is reachable. Then `weak-points` of a
 * service with about 2,000 items under it, and a changed dependency in a graph that is kept.
 */

use Skarvo\Topology\Graph;
use Skarvo\Topology\State;
use Skarvo\Topology\Strength;
use Skarvo\Topology\Trace;
use Skarvo\Topology\WeakPoints;

spl_autoload_register(static function (string $class): void {
    if (str_starts_with($class, 'Skarvo\\')) {
        require dirname(__DIR__, 2).'/core/src/'.strtr(substr($class, 7), '\\', '/').'.php';
    }
});
gc_disable();
ini_set('memory_limit', '-1');

if (($argv[1] ?? '') === 'index') {
    // In a process of its own, so that reading the index is not counted as memory of the graph. A line a need: owner, strength, members.
    // Package by package: what it needs wholly, and what it only recommends; alternatives are groups that need one.
    $packages = $provides = [];
    $name = '';
    $in = popen('apt-cache dumpavail', 'r') ?: exit(1);
    while (($line = fgets($in)) !== false) {
        if (preg_match('/^(Package|Depends|Pre-Depends|Recommends|Provides): (.*)$/', rtrim($line), $m) !== 1) {
            continue;
        }
        if ($m[1] === 'Package') {
            $name = $m[2];
            $packages[$name] ??= [];
        } elseif ($m[1] === 'Provides') {
            foreach (explode(',', $m[2]) as $other) {
                $provides[trim(explode(' ', trim($other))[0])][] = $name;
            }
        } else {
            foreach (explode(',', $m[2]) as $need) {
                $packages[$name][] = [
                    $m[1] === 'Recommends' ? Strength::Soft : Strength::Hard,
                    array_map(static fn(string $one): string => (string) preg_replace('/[ (:].*$/', '', trim($one)), explode('|', $need)),
                ];
            }
        }
    }
    $numbers = array_flip(array_keys($packages));
    echo implode(' ', array_keys($packages)), "\n";
    foreach ($packages as $package => $needs) {
        foreach ($needs as [$strength, $alternatives]) {
            $members = [];
            foreach ($alternatives as $one) {
                foreach ([$one, ...($provides[$one] ?? [])] as $real) {
                    if (isset($numbers[$real]) && $real !== $package) {
                        $members[$numbers[$real]] = true;
                    }
                }
            }
            if ($members !== []) {
                echo $numbers[$package], ' ', $strength->value, ' ', implode(' ', array_keys($members)), "\n";
            }
        }
    }
    exit;
}
$graph = new Graph;
$pdo = new PDO('sqlite::memory:');
$pdo->exec('create table needs (owner integer not null, member integer not null)');
$put = $pdo->prepare('insert into needs values (?, ?)');
$pdo->exec('begin');
$in = popen(PHP_BINARY.' '.escapeshellarg(__FILE__).' index', 'r') ?: exit(1);
foreach (explode(' ', trim((string) fgets($in))) as $package) {
    $graph->addItem($package);
}
$edges = 0;
$dependents = [];
while (($line = fgets($in)) !== false) {
    [$owner, $strength] = explode(' ', $line);
    $members = array_map(intval(...), array_slice(explode(' ', trim($line)), 2));
    $graph->addNeed((int) $owner, $members, 1, Strength::from($strength));
    foreach ($members as $member) {
        $put->execute([$owner, $member]);
        $edges++;
        $dependents[$member] = ($dependents[$member] ?? 0) + 1;
    }
}
pclose($in);
$pdo->exec('commit');
$pdo->exec('create index needs_member on needs (member, owner)');
arsort($dependents);
$root = (int) array_key_first($dependents);
printf(
    "%s items, %s dependencies; most depended on: %s, by %s\n", number_format($graph->size()), number_format($edges),
    $graph->id($root), number_format($dependents[$root]),
);

$median = static function (Closure $work): float {
    $times = [];
    for ($n = 0; $n < 5; $n++) {
        $start = microtime(true);
        $work();
        $times[] = 1000 * (microtime(true) - $start);
    }
    sort($times);

    return $times[2];
};
$affected = 0;
$ours = $median(static function () use ($graph, $root, &$affected): void {
    $affected = count(Trace::of($graph, [[$root, State::Down]])->affected);
});
$states = 0;
$solve = $median(static function () use ($graph, $root, &$states): void {
    $states = count(Trace::ranks($graph, [$root => State::Down->rank()]));
});
$peak = intdiv(memory_get_peak_usage(true), 1_000_000);
$reached = 0;
$cte = $median(static function () use ($pdo, $root, &$reached): void {
    $reached = count($pdo->query(
        "with recursive reach (item) as (select $root union select owner from needs join reach on needs.member = reach.item) select item from reach",
    )->fetchAll(PDO::FETCH_COLUMN));
});
printf(
    "the solve, states of %s that are hit: %.0f ms; with the reasons of each: %.0f ms for %s; peak %d MB, wanted under 300\n",
    number_format($states), $solve, $ours, number_format($affected), $peak,
);
printf(
    "baseline, a recursive CTE that finds %s reachable: %.0f ms; ratio %.2f, wanted at most 1; with reasons %.2f\n",
    number_format($reached), $cte, $solve / $cte, $ours / $cte,
);

// A service with about 2,000 items under it.
$needsOf = [];
foreach ($graph->owners() as $need => $owner) {
    $needsOf[$owner] = [...($needsOf[$owner] ?? []), ...$graph->members($need)];
}
$service = $root;
$under = 0;
mt_srand(3);
for ($try = 0; $try < 400 && ($under < 1800 || $under > 2400); $try++) {
    $service = mt_rand(0, $graph->size() - 1);
    $seen = [$service => true];
    for ($front = [$service]; $front !== [] && count($seen) < 4000;) {
        foreach ($needsOf[array_pop($front)] ?? [] as $member) {
            if (! isset($seen[$member])) {
                $seen[$member] = true;
                $front[] = $member;
            }
        }
    }
    $under = count($seen);
}
$weak = 0;
$points = $median(static function () use ($graph, $service, &$weak): void {
    $weak = count(WeakPoints::of($graph, $service));
});
printf(
    "weak-points of %s, with %s items under it: %.0f ms for %s; wanted under 1,000 ms\n", $graph->id($service),
    number_format($under), $points, number_format($weak),
);
$changed = $median(static function () use ($graph, $service): void {
    $graph->addNeed($service, [0], 1, Strength::Hard);
    Trace::of($graph, [[0, State::Down]]);
});
printf("a further dependency in the kept graph, and a trace: %.0f ms; wanted under 50 ms\n", $changed);
