<?php

declare(strict_types=1);

/*
 * An incident with thousands of linked reports is resolved: how long until each reporter was told at the mail gateway, while clock
 * and sender are killed at random, and how often anybody was told under another key. Baseline, in the same run: the same number of
 * posts to the gateway alone.
 */

use App\Incidents\Ending\Confirm;
use App\Incidents\Incident;
use App\Incidents\Link;
use App\Incidents\LinkKind;
use App\Incidents\Report;
use App\Incidents\ResolveIncident;
use App\Platform\Person;
use App\Tickets\OpenTicket;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Http;
use Tests\Bench\Bench;
use Tests\Faults\Town;

require __DIR__.'/support/Bench.php';
$reports = (int) ($argv[1] ?? 5000);
$folder = Bench::boot();
Person::factory()->createOne(['id' => 'ida', 'name' => 'Ida']);
$incident = Incident::factory()->createOne(
    ['service_id' => DB::table('items')->where('kind', 'service')->orderBy('id')->value('id'), 'team_id' => null, 'coordinator_id' => 'ida']
);
DB::transaction(static function () use ($reports, $incident): void {
    // One as they all are, and the rest like it: thousands made one by one take longer than what is measured.
    $report = Report::factory()->createOne(['service_id' => $incident->service_id]);
    (new OpenTicket)->heard($report);
    Link::tie([Report::KIND, $report->id], [Incident::KIND, $incident->id], LinkKind::About);
    $row = static fn(string $table, string $column, int|string $value): array => array_diff_key(
        (array) DB::table($table)->where($column, $value)->sole(), ['id' => true],
    );
    $ticket = (int) DB::table('tickets')->where('report_id', $report->id)->value('id');
    $first = [
        $row('reports', 'id', $report->id), $row('tickets', 'report_id', $report->id), $row('links', 'from_id', $report->id),
        $row('ticket_happenings', 'ticket_id', $ticket),
    ];
    DB::table('reports')->where('id', $report->id)->update(['email' => 'r0@mail.example']);
    for ($n = 1; $n < $reports; $n++) {
        $id = DB::table('reports')->insertGetId([
            ...$first[0], 'email' => "r$n@mail.example", 'token' => bin2hex(random_bytes(20)),
            ...(($first[0]['send_key'] ?? null) === null ? [] : ['send_key' => "k$n"]),
        ]);
        $own = DB::table('tickets')->insertGetId([...$first[1], 'report_id' => $id]);
        DB::table('ticket_happenings')->insert([...$first[3], 'ticket_id' => $own]);
        DB::table('links')->insert([...$first[2], 'from_id' => $id]);
    }
});
mt_srand((int) (getenv('SEED') ?: 15));
$town = new Town($folder, names: ['clock', 'sender']);
try {
    $begin = microtime(true);
    app(ResolveIncident::class)(
        $incident, 'Set by hand.', 'It works again.', new Confirm(check: 'Tried'), [], Person::query()->findOrFail('ida')
    );
    $held = microtime(true) - $begin;
    $sent = static fn(): int => DB::table('outbox')->where('kind', 'mail')->where('key', 'like', 'report-%-resolved-%')
        ->whereNotNull('sent_at')->count();
    $kills = 0;
    $next = $begin + 1;
    while ($sent() < $reports && microtime(true) < $begin + 240) {
        usleep(100_000);
        if (microtime(true) > $next) {
            $town->kill(['clock', 'sender'][mt_rand(0, 1)]);
            $kills++;
            $next = microtime(true) + mt_rand(1000, 3000) / 1000;
        }
    }
    $took = microtime(true) - $begin;
    $keys = array_column(array_filter($town->arrived(), static fn(array $one): bool => str_contains($one['key'], '-resolved-')), 'key');
    $start = microtime(true);
    foreach (array_chunk(range(1, $reports), 64) as $some) {
        Http::pool(static fn($pool) => array_map(static fn(int $n) => $pool->post($town->devices(), ['n' => $n]), $some));
    }
    $bare = microtime(true) - $start;
} finally {
    $town->end();
}
printf(
    "%d of %d reporters told in %.1f s, with %d processes killed; %d messages, %d of them repeats under the same key; the resolving itself %.2f s\n",
    count(array_unique($keys)), $reports, $took, $kills, count($keys), count($keys) - count(array_unique($keys)), $held,
);
printf("baseline, %d posts to the gateway alone, 64 at a time: %.1f s; ratio %.1f\n", $reports, $bare, $took / $bare);
