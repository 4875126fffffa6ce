<?php

declare(strict_types=1);

/*
 * A bad morning at the desk: 300 open tickets and 12 incidents, then 200 reports. How long after each report it is looked at
 * (where it belongs, whether there is a surge), against taking the report itself; then the pile with 2,000 open tickets in
 * Chromium, against a small file.
 */

use App\Incidents\Incident;
use App\Incidents\Report;
use App\Tickets\FoundSurge;
use App\Tickets\LookAtTickets;
use App\Tickets\PhoneCall;
use App\Tickets\Ticket;
use App\Updates\NewReport;
use App\Updates\TakeReport;
use Tests\Bench\Bench;
use Tests\Faults\Town;

require __DIR__.'/support/Bench.php';
$folder = Bench::boot();
$says = [
    'vehicle-lanes' => [
        'The arm does not lift', 'Barrier stays shut, forty cars wait', 'nobody gets through at the ramp', 'the boom is stuck in lane 3',
    ],
    'boarding' => ['The gate beeps red at every boarding card', 'scanner reads nothing', 'passengers wait at the gate'],
    'payment' => ['My card was refused three times', 'Paid twice for one ticket', 'The terminal says declined'],
    'announcements' => ['Loudspeakers crackle', 'Nobody hears the announcements on the quay'],
];
$services = array_keys($says);
$places = ['Ask', 'Havre', 'Nordpier', 'Tangen', null];
foreach (range(1, 12) as $n) {
    Incident::factory()->create(['service_id' => $services[$n % 4], 'title' => $says[$services[$n % 4]][0].", trouble $n"]);
}
$take = new TakeReport;
$tell = static function (int $n) use ($take, $says, $services, $places): void {
    $service = $services[$n % 4];
    $take(
        new NewReport(
            $service, $says[$service][$n % count($says[$service])].", says number $n", $places[$n % 5], "Reporter $n", null, null,
            "bench-$n"
        )
    );
};
foreach (range(1, 300) as $n) {
    $tell($n);
}
$look = new LookAtTickets;
$look(static fn(): bool => true);
$times = static function (array $all): array {
    sort($all);

    return [$all[intdiv(count($all), 2)] * 1000, $all[(int) (count($all) * 0.95)] * 1000, end($all) * 1000];
};
$taken = $looked = [];
foreach (range(301, 500) as $n) {
    $from = microtime(true);
    $tell($n);
    $taken[] = microtime(true) - $from;
    $from = microtime(true);
    $look(static fn(): bool => true);
    $looked[] = microtime(true) - $from;
}
[$median, $high, $longest] = $times($looked);
[$bare] = $times($taken);
printf(
    "%d open tickets, %d incidents, %d surges found\n", Ticket::query()->open()->count(), Incident::allOpen()->count(),
    FoundSurge::query()->count()
);
printf(
    "looking at one more: median %.0f ms, 95th percentile %.0f ms, longest %.0f ms; taking it %.1f ms (ratio %.0f)\n", $median, $high,
    $longest, $bare, $median / $bare
);

foreach (range(501, 2000) as $n) {
    $tell($n);
}
$look(static fn(): bool => true);
printf("%d open tickets\n", Ticket::query()->open()->count());
// A call: 800 tickets to have learned from, and the words as they are typed.
Ticket::query()->orderBy('id')->limit(800)->update(['state' => 'done', 'closed_at' => now()]);
$words = explode(
    ' ', 'Hello this is the terminal at Ask nobody gets through lane three the boom is stuck and it says barrier-ask out of order'
);
$asked = [];
foreach (range(1, 120) as $n) {
    $from = microtime(true);
    PhoneCall::look(implode(' ', array_slice($words, 0, 1 + $n % count($words))), "Reporter $n", null, 'Ask');
    $asked[] = microtime(true) - $from;
}
[$median, $high, $longest] = $times($asked);
printf(
    "beside a call, 2,000 tickets: median %.0f ms, 95th percentile %.0f ms, longest %.0f ms (ratio %.0f to taking a report)\n", $median,
    $high, $longest, $median / $bare
);
$town = new Town($folder);
try {
    sleep(1);
    passthru('node '.escapeshellarg(__DIR__.'/support/tickets.mjs').' '.escapeshellarg($town->url('')), $status);
} finally {
    $town->end();
}
exit($status ?? 1);
