<?php

declare(strict_types=1);

namespace Skarvo\Tests\Changes\Slots;

use PHPUnit\Framework\TestCase;
use Random\Engine\Mt19937;
use Random\Randomizer;
use Skarvo\Changes\Slots\InTheWay;
use Skarvo\Changes\Slots\Slot;
use Skarvo\Changes\Slots\Slots;
use Skarvo\Changes\Slots\SlotsDocument;
use Skarvo\Json\Document;
use Skarvo\Time\Instant;

final class SlotsTest extends TestCase
{
    private const DAYS = ['mon', 'tue', 'wed', 'thu', 'fri', 'sat', 'sun'];

    /** Nights on which the clock is changed lie in some of them. */
    private const BEGINNINGS = ['2026-03-28T12:00:00Z', '2026-10-24T12:00:00Z', '2026-06-10T00:00:00Z', '2026-04-04T06:00:00Z'];

    public function test_it_finds_what_trying_every_minute_finds(): void
    {
        $random = new Randomizer(new Mt19937(17));
        $found = 0;
        for ($n = 0; $n < 300; $n++) {
            $minutes = $random->getInt(1, 30) * 10;
            $apart = $random->getInt(0, 1) * $random->getInt(0, 20) * 60;
            $asked = self::asked($random, $minutes, $apart);
            [$slots, $rows] = Slots::of(...SlotsDocument::read(Document::of($asked)));
            $slow = SlowSlots::of($asked, $minutes * 60, $apart * 60);

            $told = json_encode($asked, JSON_THROW_ON_ERROR);
            self::assertSame(
                $slow['slots'],
                array_map(static fn(Slot $slot): array => [Instant::format($slot->from), Instant::format($slot->to)], $slots), $told,
            );
            self::assertSame(
                $slow['first_without'], array_map(static fn(InTheWay $row): ?string => $row->toArray()['first_without'], $rows), $told
            );
            self::assertSame($slow['blocked'], array_map(static fn(InTheWay $row): int => $row->blockedSeconds, $rows), $told);
            $found += count($slots);
        }
        self::assertGreaterThan(200, $found, 'Too few of the cases have any room.');
    }

    public function test_a_window_that_just_holds_the_work_has_one_start(): void
    {
        [$slots] = self::of(
            ['windows' => [['name' => 'w', 'days' => ['wed'], 'from' => '22:00', 'to' => '23:00']], 'duration' => 'PT1H', 'want' => 5]
        );

        self::assertSame(['2026-06-10T20:00:00Z'], array_map(static fn(Slot $slot): string => Instant::format($slot->from), $slots));
    }

    public function test_work_may_begin_as_another_ends_and_end_as_another_begins(): void
    {
        [$slots] = self::of([
            'busy' => [
                ['name' => 'a', 'from' => '2026-06-10T00:00:00Z', 'to' => '2026-06-10T03:00:00Z'],
                ['name' => 'b', 'from' => '2026-06-10T04:00:00Z', 'to' => '2026-06-12T00:00:00Z'],
            ], 'duration' => 'PT1H', 'want' => 5,
        ]);

        self::assertSame(['2026-06-10T03:00:00Z'], array_map(static fn(Slot $slot): string => Instant::format($slot->from), $slots));
    }

    public function test_nobody_counts_for_two_crews(): void
    {
        $crew = [['name' => 'hands', 'any_of' => ['ana', 'bo'], 'needs' => 1], ['name' => 'eyes', 'any_of' => ['bo'], 'needs' => 1]];
        [$slots, $rows] = self::of(['crew' => $crew, 'away' => [
            ['person' => 'ana', 'from' => '2026-06-09T00:00:00Z', 'to' => '2026-06-11T12:00:00Z'],
        ]]);

        self::assertSame('2026-06-11T12:00:00Z', Instant::format($slots[0]->from));
        self::assertSame(['hands' => ['ana', 'bo'], 'eyes' => ['bo']], $slots[0]->crew);
        self::assertSame([0, 0], array_map(static fn(InTheWay $row): int => $row->blockedSeconds, $rows));
        self::assertSame('2026-06-10T00:00:00Z', $rows[0]->toArray()['first_without']);
    }

    /**
     * @param  array<string, mixed>  $more
     * @return array{list<Slot>, list<InTheWay>}
     */
    private static function of(array $more): array
    {
        return Slots::of(...SlotsDocument::read(Document::of(self::object($more + [
            'time_zone' => 'Europe/Oslo', 'from' => '2026-06-10T00:00:00Z', 'to' => '2026-06-12T00:00:00Z', 'duration' => 'PT2H',
            'grid' => 15, 'want' => 1,
        ]))));
    }

    private static function asked(Randomizer $random, int $minutes, int $apart): \stdClass
    {
        $begin = Instant::parse(self::BEGINNINGS[$random->getInt(0, 3)])->seconds ?? 0;
        $at = static fn(): int => $begin + $random->getInt(-6, 150) * 1800;
        $range = static function () use ($at, $random): array {
            $from = $at();

            return ['from' => Instant::format($from), 'to' => Instant::format($from + $random->getInt(1, 30) * 1800)];
        };
        $days = static fn(): array => array_values(array_filter(self::DAYS, static fn(): bool => $random->getInt(0, 2) > 0));
        $some = static fn(int $most, \Closure $make): array => array_map(
            $make, $random->getInt(0, $most) === 0 ? [] : range(1, $random->getInt(1, $most))
        );
        $people = ['ana', 'bo', 'cy', '7'];

        return self::object([
            'time_zone' => ['Europe/Oslo', 'Australia/Lord_Howe', 'Asia/Kathmandu', 'Pacific/Auckland'][$random->getInt(0, 3)],
            'from' => Instant::format($begin), 'to' => Instant::format($begin + 72 * 3600), 'duration' => "PT{$minutes}M",
            'apart' => "PT{$apart}M",
            'grid' => [5, 10, 15, 20, 30, 60][$random->getInt(0, 5)], 'want' => $random->getInt(1, 4),
            'windows' => $some(4, static fn(): array => [
                'name' => ['lanes', '7'][$random->getInt(0, 1)], 'days' => $days(),
                'from' => sprintf('%02d:%02d', $random->getInt(0, 23), $random->getInt(0, 1) * 30),
                'to' => sprintf('%02d:00', $random->getInt(0, 24)),
            ]),
            'freezes' => $some(2, static function () use ($random, $begin): array {
                $from = $begin + $random->getInt(0, 100) * 1800;

                return [
                    'name' => ['audit', 'feast'][$random->getInt(0, 1)], 'from' => gmdate('Y-m-d\TH:i', $from),
                    'to' => gmdate('Y-m-d\TH:i', $from + $random->getInt(1, 20) * 900),
                ];
            }),
            'busy' => $some(3, static fn(): array => ['name' => ['CH-1', 'CH-2'][$random->getInt(0, 1)], ...$range()]),
            'crew' => array_map(static function (int $n) use ($random, $people): array {
                $anyOf = array_map(
                    static fn(int $key): string => $people[$key], array_values($random->pickArrayKeys($people, $random->getInt(1, 3)))
                );

                return ['name' => "$n", 'any_of' => $anyOf, 'needs' => $random->getInt(1, count($anyOf))];
            }, $random->getInt(0, 1) === 0 ? [] : range(0, $random->getInt(0, 2))),
            'away' => $some(4, static fn(): array => ['person' => $people[$random->getInt(0, 3)], ...$range()]),
        ]);
    }

    /** @param  array<string, mixed>  $fields */
    private static function object(array $fields): \stdClass
    {
        $object = json_decode(json_encode($fields, JSON_THROW_ON_ERROR), false);

        return $object instanceof \stdClass ? $object : throw new \LogicException('A document is an object.');
    }
}
