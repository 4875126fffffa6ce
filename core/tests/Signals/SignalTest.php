<?php

declare(strict_types=1);

namespace Skarvo\Tests\Signals;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Skarvo\Json\BadInput;
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
            Signal::read((object) [...self::GOOD, ...$change], self::NOW);
            self::fail('It was taken.');
        } catch (BadInput $e) {
            self::assertSame([$code, $at], [$e->error->value, $e->at]);
        }
    }

    public function test_a_signal_without_a_time_is_of_now(): void
    {
        $signal = Signal::read((object) self::GOOD, self::NOW);

        self::assertSame([self::NOW, 'quay-db'], [$signal->at, $signal->item]);
    }

    public function test_levels_say_how_an_item_is(): void
    {
        self::assertSame(
            [State::Up, State::AtRisk, State::Degraded, State::Down],
            array_map(static fn(Level $l): State => $l->observed(), Level::cases()),
        );
    }
}
