<?php

declare(strict_types=1);

/*
 * The room of a major incident with 3,000 journal entries and 500 incidents under it: from the request to its first content, and how
 * long until a note of one is on the screen of another. Baseline, in the same run: a small file. Starts its own application; Chromium
 * looks at it.
 */

use App\Incidents\Incident;
use App\Incidents\Link;
use App\Incidents\LinkKind;
use App\Incidents\WriteNote;
use App\Platform\Person;
use Illuminate\Support\Facades\DB;
use Tests\Bench\Bench;
use Tests\Faults\Town;

require __DIR__.'/support/Bench.php';
$folder = Bench::boot();
[$entries, $children] = [(int) ($argv[1] ?? 3000), (int) ($argv[2] ?? 500)];
$service = DB::table('items')->where('kind', 'service')->orderBy('id')->value('id');
$major = Incident::factory()
    ->createOne(['service_id' => $service, 'coordinator_id' => 'ingrid-vale', 'major_at' => now(), 'title' => 'Vehicle lanes stand still']);
$people = [Person::query()->findOrFail('ingrid-vale'), Person::query()->findOrFail('mika-sund'), Person::query()->findOrFail('noor-lind')];
DB::transaction(static function () use ($entries, $children, $service, $major, $people): void {
    for ($n = 0; $n < $children; $n++) {
        $child = Incident::factory()->createOne(['service_id' => $service, 'title' => "Terminal $n announces nothing"]);
        Link::tie([Incident::KIND, $child->id], [Incident::KIND, $major->id], LinkKind::Under);
    }
    for ($n = 0; $n < $entries; $n++) {
        (new WriteNote)($major, "Looked at controller $n, and it answers", $n % 50 === 0, $people[$n % 3]);
    }
});
$town = new Town($folder);
try {
    // What was written down all at once is to be found first, as it is where a journal has grown over hours.
    do {
        usleep(200_000);
        $marks = DB::table('clock_marks')->where('name', 'known')->value('mark');
    } while ((int) $marks < (int) DB::table('journal')->max('seq'));
    passthru('node '.escapeshellarg(__DIR__.'/support/room.mjs').' '.escapeshellarg($town->url('')).' '.$major->id, $status);
} finally {
    $town->end();
}
exit($status ?? 1);
