<?php

declare(strict_types=1);

/*
 * Calls of which the next page is due in the same second, each to another person: how long until all are at the devices,
 * and whether the most urgent went first. Baseline, in the same run: the same number of posts to the devices alone, as
 * many at a time.
 */

use App\Incidents\Incident;
use App\Paging\Call;
use App\Paging\FollowCall;
use App\Platform\Person;
use App\Platform\Staff\Contact;
use Carbon\CarbonImmutable;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Http;
use Tests\Bench\Bench;
use Tests\Faults\Town;

require __DIR__.'/support/Bench.php';
$calls = (int) ($argv[1] ?? 2000);
$folder = Bench::boot();
$service = DB::table('items')->where('kind', 'service')->orderBy('id')->value('id');
$due = CarbonImmutable::now()->startOfSecond()->addSeconds(15 + intdiv($calls, 60));
DB::transaction(function () use ($calls, $service, $due): void {
    for ($n = 0; $n < $calls; $n++) {
        Person::factory()->createOne(['id' => "p$n", 'name' => "Person $n"]);
        Contact::query()->create(['person_id' => "p$n", 'channel' => 'push', 'address' => "phone-$n", 'after_seconds' => 60]);
        $incident = Incident::factory()->createOne([
            'title' => "Trouble $n", 'service_id' => $service, 'priority' => 1 + $n % 4, 'started_at' => $due->subMinute(),
            'declared_at' => $due->subMinute(), 'restore_by' => $due->addHours(4),
        ]);
        $call = Call::factory()->createOne([
            'occasion_id' => $incident->occasion->id, 'person_id' => "p$n", 'team_id' => null, 'started_at' => $due->subMinute(),
            'policy' => ['rounds' => 1, 'steps' => [['targets' => ["person:p$n"], 'wait_seconds' => 300]]],
        ]);
        CarbonImmutable::setTestNow($due->subMinute());
        app(FollowCall::class)($call->refresh());
        CarbonImmutable::setTestNow();
    }
});
assert(Call::query()->where('next_due_at', $due)->count() === $calls);
printf("%d calls are due at %s\n", $calls, $due->format('H:i:s'));
$town = new Town($folder, names: ['clock', 'sender']);
try {
    $sent = fn(): int => DB::table('outbox')->where('kind', 'page')->whereNotNull('sent_at')->count();
    while ($sent() < $calls && microtime(true) < $due->getTimestamp() + 60) {
        usleep(100_000);
    }
    $arrived = array_values(array_filter($town->arrived(), static fn(array $one): bool => str_starts_with($one['key'], 'page-')));
    $begin = microtime(true);
    foreach (array_chunk(range(1, $calls), 64) as $some) {
        Http::pool(fn($pool) => array_map(static fn(int $n) => $pool->post($town->devices(), ['n' => $n]), $some));
    }
    $bare = microtime(true) - $begin;
} finally {
    $town->end();
}
$keys = array_unique(array_column($arrived, 'key'));
$early = array_filter($arrived, static fn(array $one): bool => $one['at'] < $due->getTimestamp());
$last = max(array_column($arrived, 'at')) - $due->getTimestamp();
$urgent = array_filter($arrived, static fn(array $one): bool => str_contains((string) json_encode($one['body']), 'priority 1:'));
$lastUrgent = max(array_column($urgent, 'at')) - $due->getTimestamp();
$times = array_map(static fn(array $one): float => $one['at'] - $due->getTimestamp(), $arrived);
printf(
    "%d pages arrived (%d different, %d before their time): the last after %.1f s, the last of priority 1 after %.1f s; median %.1f s\n",
    count($arrived), count($keys), count($early), $last, $lastUrgent, Bench::at($times ?: [0.0], 0.5),
);
printf("baseline, %d posts to the devices alone, 64 at a time: %.1f s; ratio %.1f\n", $calls, $bare, $last / $bare);
