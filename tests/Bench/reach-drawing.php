<?php

declare(strict_types=1);

/*
 * The reach with more than 500 boxes, nothing folded: from the request to the drawing, and how a drag and a zoom go.
 * Baseline, in the same run: a reach of a dozen boxes. Starts its own application; Chromium looks at it.
 */

use App\Topology\Record\Needs;
use App\Topology\Record\RecordItems;
use Illuminate\Support\Facades\DB;
use Skarvo\Topology\Strength;
use Tests\Bench\Bench;
use Tests\Faults\Town;

require __DIR__.'/support/Bench.php';
$folder = Bench::boot();
// A layered estate under one item and over it: 520 items, each needing two of the layer below.
$layers = [40, 80, 120, 1, 120, 100, 59];
DB::transaction(static function () use ($layers): void {
    foreach ($layers as $depth => $size) {
        for ($n = 0; $n < $size; $n++) {
            DB::table('items')->insert(RecordItems::row(
                "layer-$depth-$n",
                [
                    'name' => "Item $n of layer $depth", 'kind' => $depth === 0 ? 'service' : "kind $depth $n",
                    'tier' => $depth === 0 ? '3' : '',
                ],
            ));
        }
        foreach ($depth === 0 ? [] : range(0, max($layers[$depth - 1], $size) - 1) as $n) {
            foreach ([$n, $n * 7 + 3] as $below) {
                Needs::add('layer-'.($depth - 1).'-'.$n % $layers[$depth - 1], "layer-$depth-".$below % $size, Strength::Hard, null);
            }
        }
    }
});
$town = new Town($folder);
try {
    sleep(1);
    passthru('node '.escapeshellarg(__DIR__.'/support/reach-drawing.mjs').' '.escapeshellarg($town->url('')), $status);
} finally {
    $town->end();
}
exit($status ?? 1);
