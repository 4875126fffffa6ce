<?php

declare(strict_types=1);

namespace Skarvo\Tests\Incidents\Major;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Skarvo\Incidents\Major\Belonging;
use Skarvo\Incidents\Major\Trouble;

final class BelongingTest extends TestCase
{
    private static function clock(): Trouble
    {
        return new Trouble(['clk'], ['clk', 'time', 'lane-a', 'lane-b', 'lanes'], ['lanes' => 'Lanes'], ['Ask', 'Nor'], 10_000);
    }

    /** @return iterable<string, array{Trouble, list<string>|null, bool}> */
    public static function cases(): iterable
    {
        yield 'all of it hangs on it, and came after' => [
            new Trouble(['lane-a', 'lane-b'], ['lane-a', 'lane-b', 'lanes'], ['lanes' => 'Lanes'], ['Ask'], 10_240),
            ['All 2 items of it hang on this.', 'It hits Lanes too.', 'At Ask too.', 'It began 4 min later.'], true,
        ];
        yield 'a little before, as monitors see it' => [
            new Trouble(['lane-a'], ['lane-a'], [], [], 10_000 - 120), ['The one item of it hangs on this.', 'It began 2 min earlier.'],
            true,
        ];
        yield 'before that' => [
            new Trouble(['lane-a'], ['lane-a'], [], [], 10_000 - 121), ['The one item of it hangs on this.', 'It began 2 min earlier.'],
            false,
        ];
        yield 'only some of it' => [
            new Trouble(['lane-a', 'printer', 'till'], [], [], [], 10_000),
            ['1 of 3 items of it hangs on this.', 'It began at the same time.'], false,
        ];
        yield 'it lies deeper' => [
            new Trouble(['sat'], ['sat', 'clk', 'time'], [], [], 9_000), ['The one item of this hangs on it.', 'It began 16 min earlier.'],
            false,
        ];
        yield 'only the service, long ago' => [
            new Trouble(['till'], ['till'], ['lanes' => 'Lanes'], [], 1_000), ['It hits Lanes too.'], false,
        ];
        yield 'the place, at the time' => [
            new Trouble(['till'], [], [], ['Ask'], 11_800), ['At Ask too.', 'It began 30 min later.'], false,
        ];
        yield 'the place, a second too late' => [new Trouble(['till'], [], [], ['Ask'], 11_801), null, false];
        yield 'the time alone' => [new Trouble(['till'], [], [], ['Skj'], 10_000), null, false];
        yield 'nothing is known of it' => [new Trouble([], [], [], [], 10_000), null, false];
    }

    /** @param  list<string>|null  $reasons */
    #[DataProvider('cases')]
    public function test_what_speaks_for_it_and_whether_beyond_doubt(Trouble $other, ?array $reasons, bool $isBeyondDoubt): void
    {
        $belonging = Belonging::of(self::clock(), $other);
        self::assertSame($reasons, $belonging?->reasons);
        self::assertSame($isBeyondDoubt, $belonging->isBeyondDoubt ?? false);
    }

    public function test_many_names_are_counted(): void
    {
        $many = ['Ask', 'Nor', 'Skj', 'Tan'];
        $larger = new Trouble(['a'], ['a'], ['x' => 'X', 'y' => 'Y', 'z' => 'Z'], $many, 0);
        $reasons = Belonging::of($larger, new Trouble(['b'], ['b'], ['x' => 'X', 'y' => 'Y', 'z' => 'Z'], $many, 9_000))->reasons ?? [];
        self::assertSame(['It hits X, Y and 1 more too.', 'At 4 of the same places.'], $reasons);
    }

    /** Whatever the two are: a score between 0 and 1, and no doubt only where all of it hangs on the larger one. */
    public function test_what_is_beyond_doubt_hangs_on_it_with_all_that_shows_it(): void
    {
        mt_srand(7);
        $some = static fn(): array => array_values(array_filter(range('a', 'f'), static fn(): bool => mt_rand(0, 2) === 0));
        $names = static fn(array $ids): array => array_combine($ids, array_map(strtoupper(...), $ids));
        for ($n = 0; $n < 2_000; $n++) {
            $one = static fn(): Trouble => new Trouble($some(), $some(), $names($some()), $some(), mt_rand(0, 6_000));
            [$larger, $other] = [$one(), $one()];
            $belonging = Belonging::of($larger, $other);
            if ($belonging === null) {
                self::assertSame([], array_intersect($other->items, $larger->reach));
                self::assertSame([], array_intersect($larger->items, $other->reach));
                continue;
            }
            self::assertGreaterThan(0.0, $belonging->score);
            self::assertLessThanOrEqual(1.0, $belonging->score);
            self::assertSame(
                $other->items !== [] && array_diff($other->items, $larger->reach) === [] && $other->startedAt >= $larger->startedAt - 120,
                $belonging->isBeyondDoubt,
            );
        }
    }
}
