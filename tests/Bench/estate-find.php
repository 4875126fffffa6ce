<?php

declare(strict_types=1);

/*
 * Finding items as one types, over 50,000 of them: by name, address, serial number, owner. Baseline, in the same run:
 * the same words by `like` over the same columns.
 */

use App\Topology\FindItems;
use App\Topology\Record\RecordItems;
use Illuminate\Support\Facades\DB;
use Random\Engine\Mt19937;
use Random\Randomizer;
use Tests\Bench\Bench;

require __DIR__.'/support/Bench.php';
Bench::boot();
$random = new Randomizer(new Mt19937(5));
$teams = DB::table('teams')->pluck('id')->all();
$words = ['quay', 'lane', 'booking', 'freight', 'crew', 'position', 'ticket', 'gate', 'harbour', 'relay', 'tide', 'fuel'];
$missing = 50_000 - DB::table('items')->count();
DB::transaction(static function () use ($missing, $random, $teams, $words): void {
    for ($n = 0; $n < $missing; $n += 500) {
        DB::table('items')->insert(array_map(static fn(int $i): array => RecordItems::row("made-$i", [
            'name' => ucfirst($words[$random->getInt(0, 11)])." {$words[$random->getInt(0, 11)]} $i", 'kind' => 'host',
            'team' => $teams[$random->getInt(0, count($teams) - 1)], 'site' => 'Hall '.$random->getInt(1, 40),
            'serial' => sprintf('EL-%06d', $i), 'hostname' => "made-$i.eiderholm.example",
            'address' => sprintf('10.%d.%d.%d', $i >> 16 & 255, $i >> 8 & 255, $i & 255),
        ]), range($n, min($n + 499, $missing - 1))));
    }
});
printf("%s items\n", number_format(DB::table('items')->count()));
$typed = [];
foreach ([
    'host', 'quay lane', 'made-4711', '10.0.18', 'EL-0123', 'platform hall 7', 'tide fuel 40', 'b', 'eiderholm.example',
    'nothing like it', 'Ingrid',
] as $text) {
    for ($length = min(2, mb_strlen($text)); $length <= mb_strlen($text); $length++) {
        $typed[] = mb_substr($text, 0, $length);
    }
}
$times = static function (Closure $find) use ($typed): array {
    $times = [];
    foreach ($typed as $text) {
        $start = microtime(true);
        $find($text);
        $times[] = 1000 * (microtime(true) - $start);
    }

    return $times;
};
$ours = $times(static fn(string $text) => FindItems::best($text, '', 6));
$screen = $times(static fn(string $text) => FindItems::best($text, '', 500));
$like = $times(static function (string $text): void {
    $query = DB::table('items');
    foreach (explode(' ', trim($text)) as $word) {
        $query->where(
            fn($q) => $q->where('name', 'like', "%$word%")->orWhere('id', 'like', "%$word%")->orWhere('attributes', 'like', "%$word%"),
        );
    }
    $query->limit(6)->get();
});
printf(
    "in the command line, %d texts as they are typed: median %.1f ms, longest %.0f ms; wanted under 100 ms\n", count($typed),
    Bench::at($ours, 0.5), max($ours),
);
printf("500 for the screen: median %.1f ms, longest %.0f ms\n", Bench::at($screen, 0.5), max($screen));
printf(
    "baseline, by like: median %.1f ms, longest %.0f ms; ratio of the longest %.2f\n", Bench::at($like, 0.5), max($like),
    max($ours) / max($like),
);
