<?php

declare(strict_types=1);

/*
 * `oncall` for a year of three layers, and `escalate` a second. Baseline of the first, in the same run: PHP's own
 * DatePeriod walking the same days; of the second: the same document decoded.
 */

use Skarvo\Json\Document;
use Skarvo\Paging\CallDocument;
use Skarvo\Paging\Escalation;
use Skarvo\Rota\RotaDocument;

spl_autoload_register(static function (string $class): void {
    if (str_starts_with($class, 'Skarvo\\')) {
        require dirname(__DIR__, 2).'/core/src/'.strtr(substr($class, 7), '\\', '/').'.php';
    }
});
$median = static function (int $times, Closure $work): float {
    $taken = [];
    for ($n = 0; $n < $times; $n++) {
        $start = hrtime(true);
        $work();
        $taken[] = (hrtime(true) - $start) / 1e6;
    }
    sort($taken);

    return $taken[intdiv($times, 2)];
};
$rota = json_encode(['time_zone' => 'Europe/Oslo', 'layers' => [
    ['name' => 'weekly', 'people' => ['ana', 'bo', 'cy', 'dee'], 'starts' => '2025-12-29T09:00', 'shift' => 'P1W'],
    [
        'name' => 'nights', 'people' => ['eli', 'fay', 'gus'], 'starts' => '2025-12-29T20:00', 'shift' => 'P1D',
        'windows' => [['days' => ['mon', 'tue', 'wed', 'thu', 'fri', 'sat', 'sun'], 'from' => '20:00', 'to' => '08:00']],
    ],
    [
        'name' => 'weekend', 'people' => ['hal', 'ida'], 'starts' => '2026-01-02T18:00', 'shift' => 'P1W',
        'windows' => [['days' => ['sat', 'sun'], 'from' => '00:00', 'to' => '24:00']],
    ],
], 'overrides' => [['from' => '2026-07-01T00:00:00Z', 'to' => '2026-07-08T00:00:00Z', 'person' => 'ana', 'instead_of' => 'bo']],
    'from' => '2026-01-01T00:00:00Z', 'to' => '2027-01-01T00:00:00Z'], JSON_THROW_ON_ERROR);
$segments = 0;
$year = $median(15, static function () use ($rota, &$segments): void {
    [$read, $from, $to] = RotaDocument::read(Document::parse($rota));
    $segments = count($read->between($from, $to)->segments);
});
$days = $median(15, static function (): void {
    $zone = new DateTimeZone('Europe/Oslo');
    foreach (range(1, 3) as $layer) {
        foreach (new DatePeriod(
            new DateTimeImmutable('2026-01-01 09:00', $zone), new DateInterval('P1D'),
            new DateTimeImmutable('2027-01-01 09:00', $zone),
        ) as $day) {
            $day->getTimestamp();
        }
    }
});
printf(
    "oncall, a year of 3 layers with an override: %.1f ms for %d segments\nbaseline, DatePeriod over the same days three times: %.1f ms; ratio %.1f\n",
    $year, $segments, $days, $year / $days,
);

$call = json_encode(['started_at' => '2026-03-02T07:14:00Z', 'until' => '2026-03-02T09:00:00Z', 'policy' => [
    'rounds' => 2,
    'steps' => [
        ['targets' => ['rota:quay'], 'wait' => 'PT5M'], ['targets' => ['person:ana', 'rota:platform'], 'wait' => 'PT10M'],
        ['targets' => ['person:bo'], 'wait' => 'PT10M'],
    ],
],
    'people' => array_fill_keys(
        ['ana', 'bo', 'cy'],
        ['contacts' => [
            ['channel' => 'push', 'after' => 'PT0S'], ['channel' => 'text', 'after' => 'PT1M'],
            ['channel' => 'voice', 'after' => 'PT2M'],
        ]],
    ),
    'rotas' => ['quay' => [['from' => '2026-03-02T00:00:00Z', 'to' => '2026-03-03T00:00:00Z', 'person' => 'cy']], 'platform' => []],
    'happenings' => [
        ['at' => '2026-03-02T07:15:00Z', 'kind' => 'failed', 'person' => 'cy', 'channel' => 'push'],
        ['at' => '2026-03-02T07:17:00Z', 'kind' => 'declined', 'person' => 'cy'],
        ['at' => '2026-03-02T07:25:30Z', 'kind' => 'acknowledged', 'person' => 'bo'],
    ]],
    JSON_THROW_ON_ERROR);
$escalate = $median(9, static function () use ($call): void {
    for ($n = 0; $n < 500; $n++) {
        [$read, $until] = CallDocument::read(Document::parse($call));
        Escalation::follow($read, $until);
    }
}) / 500;
$decode = $median(9, static function () use ($call): void {
    for ($n = 0; $n < 500; $n++) {
        json_decode($call);
    }
}) / 500;
printf(
    "escalate, read and followed: %s a second\nbaseline, the document decoded: %s a second; ratio %.1f\n",
    number_format(1000 / $escalate), number_format(1000 / $decode), $escalate / $decode,
);
