<?php

declare(strict_types=1);

namespace Skarvo\Tests\Signals;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Skarvo\Json\BadInput;
use Skarvo\Signals\Alerting;
use Skarvo\Signals\AlertState;
use Skarvo\Signals\Level;
use Skarvo\Signals\Signal;
use Skarvo\Topology\State;

final class SignalTest extends TestCase
{
    private const NOW = 1_772_435_640;

    private const GOOD = ['source' => 'probe', 'item' => 'quay-db', 'check' => 'link-loss', 'condition' => 'firing', 'level' => 'error'];

    /** @return iterable<string, array{array<string, mixed>, string, string}> */
    public static function refused(): iterable
    {
        yield 'a day ahead' => [['at' => gmdate('Y-m-d\TH:i:s\Z', self::NOW + 86400)], 'out_of_range', '/at'];
        yield 'no time' => [['at' => 'yesterday'], 'out_of_range', '/at'];
        yield 'an unknown word' => [['level' => 'fatal'], 'out_of_range', '/level'];
        yield 'an unknown field' => [['severity' => 1], 'unknown_field', '/severity'];
        yield 'labels that are no map' => [['labels' => ['a']], 'wrong_type', '/labels'];
        yield 'a label that is no text' => [['labels' => (object) ['a/b' => 1]], 'wrong_type', '/labels/a~1b'];
        yield 'a value that is no number' => [['value' => '12'], 'wrong_type', '/value'];
        yield 'a value without end' => [['value' => INF], 'out_of_range', '/value'];
        yield 'an address that is none' => [['url' => 'javascript:alert(1)'], 'out_of_range', '/url'];
        yield 'a text without end' => [['summary' => str_repeat('x', 2001)], 'out_of_range', '/summary'];
    }

    /** @param  array<string, mixed>  $change */
    #[DataProvider('refused')]
    public function test_what_is_wrong_is_said_with_where_it_is(array $change, string $code, string $at): void
    {
        try {
            Signal::read((object) [...self::GOOD, ...$change], self::NOW, 300);
            self::fail('It was taken.');
        } catch (BadInput $e) {
            self::assertSame([$code, $at], [$e->error->value, $e->at]);
        }
    }

    public function test_a_signal_without_a_time_is_of_now(): void
    {
        $signal = Signal::read((object) self::GOOD, self::NOW, 300);

        self::assertSame([self::NOW, 'probe/quay-db/link-loss'], [$signal->at, $signal->key()]);
    }

    public function test_signals_of_one_key_become_one_alert_with_a_count(): void
    {
        $alert = self::run_signals([[0, 'firing', 'warning'], [30, 'firing', 'critical'], [60, 'firing', 'error']]);

        self::assertEquals(new AlertState(Level::Critical, self::NOW, self::NOW + 60, null, 3, 0), $alert);
    }

    public function test_a_clear_closes_it_and_firing_soon_after_opens_it_again(): void
    {
        self::assertEquals(new AlertState(Level::Error, self::NOW, self::NOW + 60, self::NOW + 60, 1, 0), self::run_signals([[0, 'firing', 'error'], [60, 'clear', 'error']]));
        self::assertEquals(new AlertState(Level::Error, self::NOW, self::NOW + 90, null, 2, 1), self::run_signals([[0, 'firing', 'error'], [60, 'clear', 'error'], [90, 'firing', 'error']]));
    }

    public function test_firing_long_after_is_another_alert(): void
    {
        $closed = self::run_signals([[0, 'firing', 'error'], [60, 'clear', 'error']]);

        self::assertTrue((new Alerting(600))->startsAnew(self::signal(661, 'firing', 'error'), $closed));
        self::assertFalse((new Alerting(600))->startsAnew(self::signal(660, 'firing', 'error'), $closed));
    }

    public function test_late_words_neither_close_nor_reopen(): void
    {
        self::assertNull((new Alerting(600))->take(self::signal(20, 'clear', 'error'), self::run_signals([[0, 'firing', 'error'], [60, 'firing', 'error']])));
        self::assertSame(self::NOW + 60, self::run_signals([[0, 'firing', 'error'], [60, 'clear', 'error'], [30, 'firing', 'error']])?->closedAt);
        self::assertNull((new Alerting(600))->take(self::signal(0, 'clear', 'error'), null));
    }

    public function test_levels_say_how_an_item_is(): void
    {
        self::assertSame([State::Up, State::AtRisk, State::Degraded, State::Down], array_map(static fn(Level $l): State => $l->observed(), Level::cases()));
    }

    /** @param  list<array{int, string, string}>  $signals */
    private static function run_signals(array $signals): ?AlertState
    {
        $alert = null;
        foreach ($signals as [$after, $condition, $level]) {
            $alert = (new Alerting(600))->take(self::signal($after, $condition, $level), $alert) ?? $alert;
        }

        return $alert;
    }

    private static function signal(int $after, string $condition, string $level): Signal
    {
        return Signal::read((object) [...self::GOOD, 'at' => gmdate('Y-m-d\TH:i:s\Z', self::NOW + $after), 'condition' => $condition, 'level' => $level], self::NOW + $after, 0);
    }
}
