<?php

declare(strict_types=1);

namespace Skarvo\Tests\Incidents\Targets;

use PHPUnit\Framework\TestCase;
use Random\Engine\Mt19937;
use Random\Randomizer;
use Skarvo\Incidents\Targets\Target;
use Skarvo\Incidents\Targets\TargetClock;
use Skarvo\Incidents\Targets\TargetHappening;
use Skarvo\Incidents\Targets\TargetHappeningKind as Kind;
use Skarvo\Incidents\Targets\Targets;
use Skarvo\Incidents\Targets\TargetState;
use Skarvo\Time\OpenHours;
use Skarvo\Time\Weekday;
use Skarvo\Time\WeekHours;
use Skarvo\Time\Zone;

/** What is promised of a ticket, against a version that walks through every second. */
final class TargetsTest extends TestCase
{
    /** A Tuesday, 08:00 in UTC. */
    private const EIGHT = 1_772_524_800;

    private const AHEAD = 3000;

    public function test_it_says_what_walking_through_every_second_says(): void
    {
        $states = [];
        for ($seed = 0; $seed < 2000; $seed++) {
            [$targets, $happenings, $now, $windows] = self::town($seed);
            $isOpen = static function (Target $target, int $at) use ($windows): bool {
                foreach ($target->hours === null ? [[0, PHP_INT_MAX]] : $windows as [$from, $to]) {
                    if ($at >= $from && $at < $to) {
                        return true;
                    }
                }

                return false;
            };
            $clocks = Targets::of($targets, $happenings, $now);
            foreach ($clocks as $clock) {
                $slow = SlowTargets::clock($clock->name, $targets, $happenings, $now, $isOpen, self::AHEAD);
                self::assertEquals($slow, [
                    'name' => $clock->name, 'state' => $clock->state->value, 'broken' => $clock->broken,
                    'elapsed_seconds' => $clock->elapsedSeconds, 'left_seconds' => $clock->leftSeconds, 'met_at' => $clock->metAt,
                    'due' => self::seen($clock->dueAt, $now), 'warn' => self::seen($clock->warnAt, $now),
                ], "seed $seed");
                $states[$clock->state->value] = ($states[$clock->state->value] ?? 0) + 1;
            }
        }
        self::assertEqualsCanonicalizing(
            array_map(static fn(TargetState $one): string => $one->value, TargetState::cases()), array_keys($states)
        );
        foreach ($states as $state => $times) {
            self::assertGreaterThan(30, $times, $state);
        }
    }

    public function test_hours_say_when_they_open_next(): void
    {
        $day = intdiv(1_772_524_800, 86400);
        $at = static fn(int $hours): int => $day * 86400 + $hours * 3600;
        $desk = new OpenHours(Zone::orUtc('UTC'), [new WeekHours(Weekday::cases(), 8 * 3600, 16 * 3600)], [$day + 1 => []]);

        foreach ([0 => 8, 7 => 8, 8 => 8, 12 => 12, 15 => 15, 16 => 56, 30 => 56] as $now => $opens) {
            self::assertSame($at($opens), $desk->next($at($now), 10 * 86400), "at $now");
        }
        self::assertNull($desk->next($at(16), 86400));
        self::assertNull((new OpenHours(Zone::orUtc('UTC'), []))->next($at(0), 10 * 86400));
    }

    public function test_a_clock_that_reaches_its_limit_as_the_desk_closes_was_due_then(): void
    {
        $desk = new OpenHours(Zone::orUtc('UTC'), [new WeekHours(Weekday::cases(), 8 * 3600, 16 * 3600)]);
        $clock = self::one([new Target('restore', 2, 3600, $desk)], [self::opened(self::EIGHT + 7 * 3600)], self::EIGHT + 20 * 3600);

        self::assertSame(
            [TargetState::Outside, self::EIGHT + 8 * 3600, 0, false], [$clock->state, $clock->dueAt, $clock->leftSeconds, $clock->broken]
        );
    }

    public function test_a_public_holiday_does_not_count_and_what_opened_the_evening_before_goes_on(): void
    {
        $day = intdiv(self::EIGHT, 86400);
        $night = new OpenHours(Zone::orUtc('UTC'), [new WeekHours(Weekday::cases(), 22 * 3600, 6 * 3600)], [$day + 1 => []]);
        $clock = self::one([new Target('restore', 2, 10 * 3600, $night)], [self::opened(self::EIGHT)], self::EIGHT + 12 * 3600);

        // Tuesday's night goes on until Wednesday 06:00; Wednesday's own does not open; two hours are left for Thursday's.
        self::assertSame(self::EIGHT + (14 + 48 + 2) * 3600, $clock->dueAt);
    }

    public function test_a_corrected_priority_changes_what_is_allowed_and_not_what_has_elapsed(): void
    {
        $targets = [new Target('restore', 1, 3600), new Target('restore', 3, 36000)];
        $raised = [self::opened(self::EIGHT, 3), new TargetHappening(self::EIGHT + 7200, Kind::Priority, 1)];
        $clock = self::one($targets, $raised, self::EIGHT + 7300);
        self::assertSame([TargetState::Missed, -3700, self::EIGHT + 7200], [$clock->state, $clock->leftSeconds, $clock->dueAt]);

        $lowered = self::one($targets, [...$raised, new TargetHappening(self::EIGHT + 7400, Kind::Priority, 3)], self::EIGHT + 7500);
        self::assertSame([TargetState::Running, true], [$lowered->state, $lowered->broken]);
    }

    public function test_the_warning_is_rounded_up_to_a_second(): void
    {
        self::assertSame([1, 1, 2, 34, 75, 7], array_map(
            static fn(array $one): int => (new Target('x', 1, $one[0], warn: $one[1]))->warnSeconds(),
            [[1, 1], [1, 99], [2, 51], [100, 34], [100, 75], [333, 2]],
        ));
    }

    public function test_nothing_is_said_of_what_is_due_in_more_than_four_hundred_days(): void
    {
        $limit = 400 * 86400;
        $of = static fn(int $within): ?int => self::one(
            [new Target('restore', 2, $within)], [self::opened(self::EIGHT)], self::EIGHT
        )->dueAt;

        self::assertSame([self::EIGHT + $limit, null], [$of($limit), $of($limit + 1)]);
    }

    public function test_what_cannot_be_the_life_of_a_ticket_is_refused(): void
    {
        $target = new Target('restore', 2, 60);
        $wrong = [
            'twice promised' => static fn(): array => Targets::of([$target, $target], [self::opened(0)], 0),
            'never opened' => static fn(): array => Targets::of([$target], [new TargetHappening(0, Kind::Paused)], 0),
            'opened twice' => static fn(): array => Targets::of([$target], [self::opened(0), self::opened(1)], 2),
            'back in time' => static fn(): array => Targets::of([$target], [self::opened(5), new TargetHappening(4, Kind::Paused)], 9),
            'before it opens' => static fn(): array => Targets::of([$target], [self::opened(5)], 4),
            'no priority' => static fn(): TargetHappening => new TargetHappening(0, Kind::Opened),
            'no name' => static fn(): TargetHappening => new TargetHappening(0, Kind::Met),
            'no time' => static fn(): Target => new Target('restore', 2, 0),
            'no such priority' => static fn(): Target => new Target('restore', 6, 60),
            'no such warning' => static fn(): Target => new Target('restore', 2, 60, warn: 100),
        ];
        foreach ($wrong as $what => $build) {
            try {
                $build();
                self::fail($what);
            } catch (\DomainException $e) {
                self::assertNotSame('', $e->getMessage());
            }
        }
    }

    private static function seen(?int $at, int $now): ?int
    {
        return $at !== null && $at > $now + self::AHEAD ? null : $at;
    }

    /**
     * @param  list<Target>  $targets
     * @param  non-empty-list<TargetHappening>  $happenings
     */
    private static function one(array $targets, array $happenings, int $now): TargetClock
    {
        $clocks = Targets::of($targets, $happenings, $now);
        self::assertCount(1, $clocks);

        return $clocks[0];
    }

    private static function opened(int $at, int $priority = 2): TargetHappening
    {
        return new TargetHappening($at, Kind::Opened, $priority);
    }

    /** @return array{list<Target>, non-empty-list<TargetHappening>, int, list<array{int, int}>} and when the desk is open */
    private static function town(int $seed): array
    {
        $random = new Randomizer(new Mt19937($seed));
        $hours = $windows = [];
        for ($i = 0, $count = $random->getInt(1, 3); $i < $count; $i++) {
            $from = 8 * 3600 + $random->getInt(0, 30) * 60;
            $to = $from + $random->getInt(1, 20) * 60;
            $hours[] = new WeekHours(Weekday::cases(), $from, $to);
            $windows[] = [self::EIGHT - 8 * 3600 + $from, self::EIGHT - 8 * 3600 + $to];
        }
        $open = new OpenHours(Zone::orUtc('UTC'), $hours);
        $targets = [];
        foreach (['respond', 'restore'] as $name) {
            foreach ([1, 2, 3] as $priority) {
                if ($random->getInt(0, 3) > 0) {
                    $targets[] = new Target(
                        $name, $priority, $random->getInt(1, 700), $random->getInt(0, 1) === 1 ? $open : null,
                        $random->getInt(0, 2) > 0, $random->getInt(1, 99),
                    );
                }
            }
        }
        $at = self::EIGHT + $random->getInt(0, 300);
        $happenings = [self::opened($at, $random->getInt(1, 3))];
        for ($i = 0, $count = $random->getInt(0, 7); $i < $count; $i++) {
            // Often in the very second of the one before.
            $at += $random->getInt(0, 2) === 0 ? 0 : $random->getInt(0, 300);
            $kind = Kind::cases()[$random->getInt(1, 5)];
            $happenings[] = new TargetHappening(
                $at, $kind, $kind === Kind::Priority ? $random->getInt(1, 3) : null,
                $kind->says() === 'name' ? ['respond', 'restore'][$random->getInt(0, 1)] : null,
            );
        }

        return [$targets, $happenings, max($happenings[0]->at, $at + $random->getInt(-200, 500)), $windows];
    }
}
