<?php

declare(strict_types=1);

/*
 * The computations of changes, through their documents: `slots` over 400 days with 50 constraints, `collisions` of 500
 * changes in a quarter on 2,000 items, `suspects` among 2,000 changes of three days on 50,000 items. Baseline, in the
 * same run: reading the same document with json_decode, which whoever answers from JSON has to do at least.
 */

use Skarvo\Changes\Collisions\Collisions;
use Skarvo\Changes\Collisions\CollisionsDocument;
use Skarvo\Changes\Slots\Slots;
use Skarvo\Changes\Slots\SlotsDocument;
use Skarvo\Changes\Suspects\Suspects;
use Skarvo\Changes\Suspects\SuspectsDocument;
use Skarvo\Json\Document;
use Skarvo\Time\Instant;

spl_autoload_register(static function (string $class): void {
    if (str_starts_with($class, 'Skarvo\\')) {
        require dirname(__DIR__, 2).'/core/src/'.strtr(substr($class, 7), '\\', '/').'.php';
    }
});
gc_disable();
ini_set('memory_limit', '-1');
mt_srand(7);

$begin = 1_772_323_200;
$at = static fn(int $seconds): string => Instant::format($seconds);
$estate = static function (int $size): array {
    $items = $dependencies = $groups = [];
    for ($i = 0; $i < $size; $i++) {
        $items[] = ['id' => "i$i"];
        // Layers of a tenth each, and every tenth item has a pair of which one suffices.
        $layer = intdiv($i * 10, $size);
        if ($layer > 0) {
            $below = static fn(): string => 'i'.mt_rand(intdiv(($layer - 1) * $size, 10), intdiv($layer * $size, 10) - 1);
            $first = $below();
            if ($i % 10 === 0) {
                $groups[] = ['item' => "i$i", 'name' => 'pair', 'needs' => 1, 'strength' => 'hard'];
                $second = $below();
                foreach (array_unique([$first, $second === $first ? 'i0' : $second]) as $to) {
                    $dependencies[] = ['from' => "i$i", 'to' => $to, 'group' => 'pair'];
                }
            } else {
                $dependencies[] = ['from' => "i$i", 'to' => $first, 'strength' => mt_rand(0, 3) === 0 ? 'soft' : 'hard'];
            }
        }
    }

    return ['items' => $items, 'dependencies' => $dependencies, 'groups' => $groups];
};
$some = static fn(int $most, int $size): array => array_values(array_unique(array_map(
    static fn(): string => 'i'.mt_rand(0, $size - 1), range(1, mt_rand(1, $most)),
)));

$slots = [
    'time_zone' => 'Europe/Oslo', 'from' => $at($begin), 'to' => $at($begin + 400 * 86400), 'duration' => 'PT2H', 'grid' => 5,
    'want' => 100,
];
$days = ['mon', 'tue', 'wed', 'thu', 'fri', 'sat', 'sun'];
for ($n = 0; $n < 25; $n++) {
    $slots['windows'][] = [
        'name' => "window $n", 'days' => array_values(array_diff($days, [$days[$n % 3]])), 'from' => sprintf('%02d:00', 16 + $n % 5),
        'to' => sprintf('%02d:00', 4 + $n % 5),
    ];
}
for ($n = 0; $n < 150; $n++) {
    $from = $begin + mt_rand(0, 399) * 86400;
    $slots['busy'][] = ['name' => 'CH-'.$n % 15, 'from' => $at($from), 'to' => $at($from + 7200)];
    $slots['away'][] = ['person' => 'p'.mt_rand(0, 19), 'from' => $at($from), 'to' => $at($from + mt_rand(1, 14) * 86400)];
}
for ($n = 0; $n < 10; $n++) {
    $slots['crew'][] = ['name' => "crew-$n", 'any_of' => ["p$n", 'p'.($n + 10), 'p'.($n + 3) % 10 + 10], 'needs' => 1];
    $slots['crew'][$n]['any_of'] = array_values(array_unique($slots['crew'][$n]['any_of']));
}

$collisions = $estate(2000);
for ($n = 0; $n < 500; $n++) {
    $from = $begin + mt_rand(0, 90) * 86400 + mt_rand(20, 28) * 3600;
    $collisions['changes'][] = [
        'id' => "CH-$n", 'from' => $at($from), 'to' => $at($from + mt_rand(1, 6) * 3600), 'takes_down' => $some(3, 2000),
        'touches' => $some(2, 2000), 'people' => ['p'.mt_rand(0, 40)],
    ];
}

$suspects = $estate(50_000);
$suspects['symptoms'] = array_map(
    static fn(int $n): array => ['id' => 'i'.mt_rand(30_000, 49_999), 'state' => 'down', 'at' => $at($begin + 3 * 86400 + $n * 20)],
    range(1, 40),
);
for ($n = 0; $n < 2000; $n++) {
    $from = $begin + mt_rand(0, 3 * 86400);
    $suspects['changes'][] = [
        'id' => "CH-$n", 'from' => $at($from), 'to' => $at($from + 900), 'items' => $some(4, 50_000), 'kind' => 'standard',
        'result' => 'ok',
        'ok_share' => mt_rand(80, 99) / 100,
    ];
}

// Slots and what is in the way; pairs and what is combined; suspects.
$found = static fn(array $result): int => is_array($result[0] ?? null) ? count($result[0]) : count($result['pairs'] ?? $result);
foreach ([
    'slots' => [$slots, '1,000', static fn(Document $d): array => Slots::of(...SlotsDocument::read($d))],
    'collisions' => [$collisions, '2,000', static fn(Document $d): array => Collisions::of(...CollisionsDocument::read($d))->toArray()],
    'suspects' => [$suspects, '1,000, the estate being kept', static fn(Document $d): array => SuspectsDocument::read($d)],
] as $verb => [$document, $wanted, $solve]) {
    $json = json_encode($document, JSON_THROW_ON_ERROR);
    $start = hrtime(true);
    $decoded = json_decode($json, false);
    $decode = (hrtime(true) - $start) / 1e6;
    $start = hrtime(true);
    $result = $solve(Document::of($decoded));
    if ($verb === 'suspects') {
        $read = (hrtime(true) - $start) / 1e6;
        printf("the estate of suspects read: %.0f ms\n", $read);
        $start = hrtime(true);
        $result = Suspects::of(...$result);
    }
    $took = (hrtime(true) - $start) / 1e6;
    printf(
        "%s: %.0f ms, wanted under %s; reading the JSON alone %.0f ms, ratio %.1f (%d found)\n", $verb, $took, $wanted, $decode,
        $took / $decode, $found($result)
    );
}
