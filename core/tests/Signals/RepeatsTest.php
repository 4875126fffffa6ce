<?php

declare(strict_types=1);

namespace Skarvo\Tests\Signals;

use PHPUnit\Framework\TestCase;
use Random\Engine\Mt19937;
use Random\Randomizer;
use Skarvo\Signals\Condition;
use Skarvo\Signals\Level;
use Skarvo\Signals\Live\Ungrouped;
use Skarvo\Signals\Replay\Bursts;
use Skarvo\Signals\Replay\QuietTimes;
use Skarvo\Signals\Replay\Repeats;
use Skarvo\Signals\Replay\ReplayAlert;
use Skarvo\Signals\Replay\ReplaySignal;
use Skarvo\Signals\Replay\Running;
use Skarvo\Signals\Replay\Settings;
use Skarvo\Signals\Replay\Threads;
use Skarvo\Signals\Replay\Treatment;

/**
 * Repeats come to what the whole computation comes to, and what is more than a repeat is left to it.
 *
 * @phpstan-import-type State from Threads
 */
final class RepeatsTest extends TestCase
{
    public function test_repeats_come_to_what_bursts_come_to(): void
    {
        $random = new Randomizer(new Mt19937(16));
        $counts = ['repeats' => 0, 'more' => 0, 'stands' => 0, 'looks' => 0];
        for ($round = 0; $round < 4000; $round++) {
            $settings = new Settings(
                reopen: 20, flapTimes: $random->getInt(0, 3) === 0 ? 2 : null, flapWithin: 30,
            );
            $from = $random->getInt(0, 120);
            $quiet = new QuietTimes($random->getInt(0, 2) === 0 ? ['h' => [[$from, $from + $random->getInt(1, 60)]]] : []);
            $before = new Bursts($settings, $quiet, new Ungrouped);
            $at = 1;
            foreach (range(1, $random->getInt(1, 5)) as $n) {
                $at += $random->getInt(0, 20);
                $before->take(self::someSignal($random, $at, $n, $random->getInt(0, 4) > 0));
            }
            $state = $before->state();
            $signals = [];
            foreach (range(1, $random->getInt(1, 4)) as $n) {
                $at += $random->getInt(0, 20);
                $signals[] = self::someSignal($random, $at, 10 + $n, $random->getInt(0, 15) > 0);
            }
            $repeats = Repeats::of($state, $signals, $quiet);
            if ($repeats === null) {
                $counts['more']++;

                continue;
            }
            $counts['repeats']++;
            $bursts = new Bursts($settings, $quiet, new Ungrouped);
            $bursts->resume($state);
            foreach ($signals as $signal) {
                $repeats->take($signal);
                $bursts->take($signal);
                self::assertSame($bursts->state(), $repeats->state(), "round $round");
                self::assertSame($bursts->present(), $repeats->present());
            }
            $until = $at + $random->getInt(0, 50);
            if ($repeats->standsUntil($until)) {
                $counts['stands']++;
                $repeats->finish($until);
                $bursts->finish($until);
                self::assertSame(self::outcome($bursts), self::outcome($repeats), "round $round");
                // A look that is too early changes nothing, and Bursts may have more of them; none may be too late.
                $fresh = new Bursts($settings, $quiet, new Ungrouped);
                $fresh->resume($repeats->state());
                $fresh->finish($until);
                self::assertGreaterThanOrEqual($bursts->nextLook() ?? PHP_INT_MAX, $repeats->nextLook() ?? PHP_INT_MAX, "round $round");
                self::assertLessThanOrEqual($fresh->nextLook() ?? PHP_INT_MAX, $repeats->nextLook() ?? PHP_INT_MAX, "round $round");
                self::assertGreaterThan($until, $repeats->nextLook() ?? PHP_INT_MAX, "round $round");
                $counts['looks'] += $repeats->nextLook() === null ? 0 : 1;
            } else {
                // Something does come of it: the alert loses what fired in it.
                $bursts->finish($until);
                self::assertSame([], $bursts->firing(), "round $round");
            }
        }
        self::assertGreaterThan(1000, $counts['repeats']);
        self::assertGreaterThan(300, $counts['more']);
        self::assertGreaterThan(500, $counts['stands']);
        self::assertGreaterThan(300, $counts['looks']);
    }

    public function test_only_a_thread_that_fires_in_an_open_alert_is_repeated(): void
    {
        $open = self::after([self::signal(10)]);
        self::assertNotNull(Repeats::of($open, [self::signal(10), self::signal(50)], new QuietTimes([])));
        foreach ([
            'another part' => self::signal(20, part: 'x'), 'another key' => self::signal(20, key: 'other'),
            'another check' => self::signal(20, check: 'disk'), 'clear' => self::signal(20, Condition::Clear),
            'earlier' => self::signal(9), 'once it expired' => self::signal(71),
        ] as $what => $signal) {
            self::assertNull(Repeats::of($open, [$signal], new QuietTimes([])), $what);
        }
        // In the very instant in which it expires, the signal comes first.
        self::assertNotNull(Repeats::of($open, [self::signal(70)], new QuietTimes([])));
        self::assertNull(Repeats::of(self::after([self::signal(10, hold: 30)]), [self::signal(20)], new QuietTimes([])), 'not open yet');
        self::assertNull(Repeats::of(
            self::after([self::signal(10), self::signal(15, Condition::Clear)]), [self::signal(20)], new QuietTimes([]),
        ), 'cleared');
        self::assertNull(Repeats::of(
            self::after([self::signal(10), self::signal(15, check: 'disk')]), [self::signal(20)], new QuietTimes([]),
        ), 'another thread');
        self::assertNull(Repeats::of(
            self::after([self::signal(10), self::signal(15, key: 'other')]), [self::signal(20)], new QuietTimes([]),
        ), 'another key that is remembered');
    }

    /**
     * @param  list<ReplaySignal>  $signals
     * @return State
     */
    private static function after(array $signals): array
    {
        $bursts = new Bursts(new Settings, new QuietTimes([]), new Ungrouped);
        array_map($bursts->take(...), $signals);
        $bursts->standAt($signals[count($signals) - 1]->at + 1);
        $state = $bursts->state();
        $state['present'] = $signals[count($signals) - 1]->at;

        return $state;
    }

    /** @return array{list<array<string, mixed>>, bool, array<array-key, array<array-key, true>>} */
    private static function outcome(Running $running): array
    {
        return [
            array_map(static fn(ReplayAlert $alert): array => $alert->state(), $running->alerts()), $running->isBusy(), $running->firing(),
        ];
    }

    private static function someSignal(Randomizer $random, int $at, int $order, bool $fires): ReplaySignal
    {
        return self::signal(
            $at, $fires ? Condition::Firing : Condition::Clear, level: Level::cases()[$random->getInt(0, 3)], order: $order,
            hold: $random->getInt(0, 1) * $random->getInt(0, 15), expire: [null, 15, 40, 90][$random->getInt(0, 3)],
            part: $random->getInt(0, 25) === 0 ? 'x' : '',
        );
    }

    private static function signal(
        int $at, Condition $condition = Condition::Firing, string $part = '', string $key = 's/h/ping', string $check = 'ping',
        Level $level = Level::Error, int $order = 1, int $hold = 0, ?int $expire = 60,
    ): ReplaySignal {
        return new ReplaySignal(
            $at, 's', 'h', $check, $condition, $level, [], $order, new Treatment($key, $part, $hold, 5, $expire, $level)
        );
    }
}
