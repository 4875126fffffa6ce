<?php

declare(strict_types=1);

/*
 * A snapshot of 10,000 machines with 20,000 connections, over an estate that knows them: reconciled and taken, then
 * again with a hundred changes. Baseline, in the same run: the JSON read and each machine's sighting written.
 */

use App\Topology\Scan\SnapshotOutcome;
use App\Topology\Scan\TakeSnapshot;
use Illuminate\Support\Facades\DB;
use Skarvo\Json\Document;
use Skarvo\Topology\Scan\Snapshot;
use Tests\Bench\Bench;

require __DIR__.'/support/Bench.php';
Bench::boot();
$machines = (int) ($argv[1] ?? 10_000);
$snapshot = static function (string $id, int $at, int $changed) use ($machines): string {
    $items = [];
    for ($n = 0; $n < $machines; $n++) {
        $items[] = [
            'ref' => "m$n", 'kind' => 'host',
            'attributes' => [
                'serial' => "EL-M$n", 'hostname' => "m$n.eiderholm.example",
                'address' => '10.'.($n >> 16).'.'.(($n >> 8) & 255).'.'.($n & 255), 'memory' => $n < $changed ? 512 : 128,
                'system' => 'Basalt 9',
            ],
        ];
    }
    $connections = [];
    for ($n = 0; $n < 2 * $machines; $n++) {
        $connections[] = ['from' => 'm'.($n % $machines), 'to' => 'm'.(($n * 7 + 1) % $machines), 'port' => 5432, 'seen' => 3];
    }

    return json_encode(
        ['id' => $id, 'scanner' => 'sweep', 'at' => gmdate('Y-m-d\TH:i:s\Z', $at), 'items' => $items, 'connections' => $connections],
        JSON_THROW_ON_ERROR,
    );
};
$take = static function (string $body): array {
    $start = microtime(true);
    $result = (new TakeSnapshot)(Snapshot::read(Document::parse($body)), $body);

    return [microtime(true) - $start, $result];
};
foreach ([['first', 1_772_500_000, 0], ['changed', 1_772_500_600, 100], ['same', 1_772_501_200, 100]] as [$id, $at, $changed]) {
    [$seconds, $result] = $take($snapshot($id, $at, $changed));
    printf("%s: %s in %.1f s; %s\n", $id, $result['state'], $seconds, SnapshotOutcome::inWords($result['outcome']));
    $taken[$id] = $seconds;
}
printf(
    "%s items, %s proposals; peak %d MB\n", number_format(DB::table('items')->count()),
    number_format(DB::table('proposed_dependencies')->count()), intdiv(memory_get_peak_usage(true), 1_000_000),
);
$body = $snapshot('bare', 1_772_501_800, 0);
$start = microtime(true);
$read = json_decode($body, true);
DB::transaction(static function () use ($read): void {
    foreach (array_chunk($read['items'], 300) as $chunk) {
        DB::table('item_sightings')->upsert(
            array_map(
                static fn(array $item): array => [
                    'item_id' => $item['attributes']['hostname'], 'scanner' => 'sweep', 'seen_at' => 1_772_501_800,
                ],
                $chunk,
            ),
            ['item_id', 'scanner'], ['seen_at'],
        );
    }
});
$bare = microtime(true) - $start;
printf("baseline, JSON read and sightings written: %.2f s; a changed snapshot takes %.0f times that\n", $bare, $taken['changed'] / $bare);
