<?php

declare(strict_types=1);

namespace Skarvo\Tests\Tickets;

use PHPUnit\Framework\TestCase;
use Skarvo\Json\BadInput;
use Skarvo\Json\Document;
use Skarvo\Tickets\Surge;
use Skarvo\Tickets\SurgeDocument;
use Skarvo\Time\Zone;

/** Surges of reports: how often they are found, on published cases and on made-up services. */
final class SurgeTest extends TestCase
{
    /** A Wednesday, 08:00 in UTC. */
    private const EIGHT = 1_772_611_200;

    public function test_published_cases_are_told_as_they_were(): void
    {
        $cases = [];
        foreach (file(dirname(__DIR__).'/examples/surge-cases.jsonl', FILE_IGNORE_NEW_LINES | FILE_SKIP_EMPTY_LINES) ?: [] as $line) {
            $case = json_decode($line, false, 512, JSON_THROW_ON_ERROR);
            $truth = (array) $case->truth;
            [$zone, $reports, $since, $now] = SurgeDocument::read(Document::of($case->in));
            $cases[] = [Surge::of($zone, $reports, $since, $now), [
                'surge' => $truth['surge'], 'into' => $truth['into'], 'usual' => $truth['usual'],
                'began' => $truth['began_at'] === null ? null : (int) strtotime($truth['began_at']),
            ]];
        }
        $told = self::rates($cases);

        self::assertCount(40, $cases);
        self::assertGreaterThanOrEqual(95, $told['found']);
        self::assertGreaterThanOrEqual(93, $told['began']);
        self::assertSame(0.0, $told['false']);
        self::assertGreaterThanOrEqual(90, $told['usual']);
    }

    public function test_made_up_services_are_told_as_often_as_the_contract_asks(): void
    {
        $cases = [];
        for ($seed = 5000; $seed < 5700; $seed++) {
            [$zone, $reports, $since, $now, $truth] = ReportTown::case($seed);
            $cases[] = [Surge::of(Zone::orUtc($zone), $reports, $since, $now), $truth];
        }
        $told = self::rates($cases);

        self::assertGreaterThanOrEqual(95, $told[5]);
        self::assertGreaterThanOrEqual(95, $told[15]);
        self::assertGreaterThanOrEqual(92, $told[30]);
        // 86% of all; a sample of some 90 may have less by chance.
        self::assertGreaterThanOrEqual(80, $told[90]);
        // 2% of all; of some 310, four in a hundred samples have more than 3.5%.
        self::assertLessThanOrEqual(3.5, $told['false']);
        self::assertGreaterThanOrEqual(93, $told['began']);
        self::assertGreaterThanOrEqual(90, $told['usual']);
    }

    public function test_four_at_once_are_a_surge_and_three_are_none(): void
    {
        $quiet = range(self::EIGHT - 20 * 86400, self::EIGHT - 86400, 86400 * 3);
        $told = static fn(int $many): Surge => Surge::of(
            Zone::orUtc('UTC'), [...$quiet, ...array_map(static fn(int $i): int => self::EIGHT - 60 * $i, range($many - 1, 0, -1))],
            self::EIGHT - 21 * 86400, self::EIGHT,
        );

        self::assertSame([true, self::EIGHT - 180, 4], [$told(4)->isOn, $told(4)->beganAt, $told(4)->count]);
        self::assertSame([false, null, 0], [$told(3)->isOn, $told(3)->beganAt, $told(3)->count]);
    }

    public function test_one_that_ended_half_an_hour_ago_is_none(): void
    {
        $burst = range(self::EIGHT - 3600, self::EIGHT - 1860, 120);
        $usual = range(self::EIGHT - 14 * 86400, self::EIGHT - 86400, 86400);
        $at = static fn(int $now): bool => Surge::of(Zone::orUtc('UTC'), [...$usual, ...$burst], self::EIGHT - 15 * 86400, $now)->isOn;

        self::assertTrue($at(self::EIGHT - 1800));
        self::assertFalse($at(self::EIGHT));
    }

    public function test_the_morning_that_is_busy_every_day_is_none_on_either_side_of_a_clock_change(): void
    {
        $zone = Zone::orUtc('Europe/Oslo');
        $reports = [];
        // Every day from the middle of March on, one report a minute from 08:00 to 09:00 local time.
        for ($day = 20_528; $day < 20_543; $day++) {
            for ($minute = 0; $minute < 60; $minute++) {
                $reports[] = $zone->instant($day * 86400 + 8 * 3600 + $minute * 60);
            }
        }
        $now = $reports[count($reports) - 1];
        $told = Surge::of($zone, $reports, $reports[0] - 86400, $now);

        self::assertNotSame($zone->offset($reports[0]), $zone->offset($now));
        self::assertFalse($told->isOn);
        self::assertEqualsWithDelta(60, $told->usual, 20);
    }

    public function test_no_report_at_all_is_no_surge(): void
    {
        $told = Surge::of(Zone::orUtc('UTC'), [], self::EIGHT - 7 * 86400, self::EIGHT);

        self::assertFalse($told->isOn);
        self::assertLessThan(0.5, $told->usual);
    }

    public function test_a_document_that_cannot_be_is_refused_where_it_is_wrong(): void
    {
        $sound = ['time_zone' => 'UTC', 'now' => '2026-03-02T08:00:00Z', 'since' => '2026-02-23T08:00:00Z', 'reports' => []];
        SurgeDocument::read(Document::of((object) $sound));
        foreach ([
            ['/since', ['since' => '2026-02-23T08:00:01Z']], ['/since', ['since' => '2025-02-23T08:00:00Z']],
            ['/reports/0', ['reports' => ['2026-02-23T07:59:59Z']]],
            ['/reports/1', ['reports' => ['2026-02-23T08:00:00Z', '2026-03-02T08:00:01Z']]],
            ['/reports', ['reports' => null]], ['/time_zone', ['time_zone' => 'Oslo']], ['/service', ['service' => 'lanes']],
        ] as [$at, $change]) {
            try {
                SurgeDocument::read(Document::of((object) [...$sound, ...$change]));
                self::fail($at);
            } catch (BadInput $e) {
                self::assertSame($at, $e->at);
            }
        }
    }

    /**
     * @param  list<array{Surge, array{surge: bool, into: int|null, began: int|null, usual: float}}>  $cases
     * @return array<array-key, float> percent: found by minutes into it and in all, false alarms, began within ten minutes, usual right
     */
    private static function rates(array $cases): array
    {
        $share = static fn(array $of): float => $of === [] ? 100.0 : 100 * array_sum($of) / count($of);
        $found = $began = $false = $usual = $by = [];
        foreach ($cases as [$told, $truth]) {
            if ($truth['surge']) {
                $found[] = $by[(int) $truth['into']][] = (int) $told->isOn;
                if ($told->isOn) {
                    $began[] = (int) (abs($told->beganAt - $truth['began']) <= 600);
                }
            } else {
                $false[] = (int) $told->isOn;
                if (! $told->isOn) {
                    $usual[] = (int) (abs($told->usual - $truth['usual']) <= max(1, $truth['usual'] / 2));
                }
            }
        }

        return [
            ...['found' => $share($found), 'began' => $share($began), 'false' => $share($false), 'usual' => $share($usual)],
        ] + array_map($share, $by);
    }
}
