<?php

declare(strict_types=1);

namespace Skarvo\Tests\Rota;

use PHPUnit\Framework\TestCase;
use Skarvo\Rota\Absence;
use Skarvo\Rota\Backing;
use Skarvo\Rota\Burden;
use Skarvo\Rota\Coverage;
use Skarvo\Rota\Segment;
use Skarvo\Time\Zone;

/** Leave that makes gaps, stretches that hang on one person, and who stands out. */
final class CoverageTest extends TestCase
{
    private static function coverage(string $people, ?int $override = null): Coverage
    {
        $segments = [];
        foreach (str_split($people) as $i => $person) {
            $segments[] = new Segment(
                $i * 10, $i * 10 + 10, $person === '-' ? null : $person, $person === '-' || $override !== null ? null : 'main',
                $person === '-' ? null : $override,
            );
        }

        return new Coverage($segments ?: throw new \LogicException, []);
    }

    /** Who is on call each second, for comparing. */
    private static function each(Coverage $coverage): string
    {
        return implode(
            '', array_map(static fn(Segment $s): string => str_repeat($s->person ?? '-', $s->to - $s->from), $coverage->segments),
        );
    }

    public function test_leave_makes_a_gap_in_the_turns_of_the_layers(): void
    {
        $away = self::coverage('ab')->without([new Absence('a', 3, 6), new Absence('b', 5, 12)]);

        self::assertSame('aaa---aaaa--bbbbbbbb', self::each($away));
        self::assertSame(5, $away->uncoveredSeconds());
        self::assertSame(
            'aaaaaaaaaa', self::each(self::coverage('a', override: 0)->without([new Absence('a', 0, 10)])),
            'Who is put in by an exception is in.',
        );
        self::assertSame(
            'aaa-------', self::each(self::coverage('a', override: 0)->without([new Absence('a', 3, 99, isGone: true)])),
            'Who has left is not.',
        );
        self::assertSame('aaaaaaaaaa', self::each(self::coverage('a')->without([new Absence('a', 0, 10, isWish: true)])));
    }

    public function test_gaps_are_those_that_looking_at_each_second_finds(): void
    {
        mt_srand(2);
        for ($case = 0; $case < 400; $case++) {
            $people = implode('', array_map(static fn(): string => ['a', 'b', '-'][mt_rand(0, 2)], range(1, 5)));
            $absences = array_map(
                static fn(): Absence => new Absence(['a', 'b'][mt_rand(0, 1)], $from = mt_rand(-5, 50), $from + mt_rand(0, 30)),
                range(1, mt_rand(1, 4)),
            );
            $before = self::each(self::coverage($people));
            $expected = '';
            for ($at = 0; $at < 50; $at++) {
                $gone = array_filter(
                    $absences, static fn(Absence $a): bool => $a->person === $before[$at] && $a->from <= $at && $at < $a->to,
                );
                $expected .= $gone === [] ? $before[$at] : '-';
            }
            $found = self::coverage($people)->without($absences);
            self::assertSame($expected, self::each($found));
            foreach ($found->segments as $i => $segment) {
                self::assertSame($i === 0 ? 0 : $found->segments[$i - 1]->to, $segment->from);
                self::assertLessThan($segment->to, $segment->from);
            }
        }
    }

    public function test_what_hangs_on_one_person_is_what_each_second_says(): void
    {
        self::assertSame(
            [['from' => 0, 'to' => 10, 'person' => 'a'], ['from' => 20, 'to' => 30, 'person' => null]],
            Backing::single([self::coverage('ab-'), self::coverage('ac-')], []),
        );
        self::assertSame([], Backing::single([self::coverage('ab')], ['z']));
        mt_srand(4);
        for ($case = 0; $case < 300; $case++) {
            $text = static fn(): string => implode('', array_map(static fn(): string => ['a', 'b', '-'][mt_rand(0, 2)], range(1, 6)));
            $texts = array_map($text, range(1, mt_rand(1, 3)));
            $people = [[], ['a'], ['z']][mt_rand(0, 2)];
            $found = Backing::single(array_map(self::coverage(...), $texts), $people);
            for ($at = 0; $at < 60; $at++) {
                $named = array_values(array_unique([
                    ...$people,
                    ...array_filter(
                        array_map(static fn(string $t): string => $t[intdiv($at, 10)], $texts),
                        static fn(string $p): bool => $p !== '-',
                    ),
                ]));
                $stretch = array_values(array_filter($found, static fn(array $one): bool => $one['from'] <= $at && $at < $one['to']));
                self::assertSame(count($named) < 2, $stretch !== []);
                if ($stretch !== []) {
                    self::assertSame($named[0] ?? null, $stretch[0]['person']);
                }
            }
        }
    }

    public function test_who_carries_much_more_than_the_others_stands_out(): void
    {
        $zone = Zone::named('UTC') ?? throw new \LogicException;
        $of = static fn(string $person, int $nights): Burden => Burden::of(
            new Coverage([new Segment(86400 * 4 + 43200, 86400 * (4 + $nights) + 43200, $person, 'main', null)], []), $zone, [],
            [],
        )[0];

        self::assertSame(['b'], Burden::standOut([$of('a', 4), $of('b', 9)])['nights']);
        self::assertArrayNotHasKey('nights', Burden::standOut([$of('a', 4), $of('b', 6)]));
        self::assertArrayNotHasKey('nights', Burden::standOut([$of('a', 9), $of('b', 12)]), 'A third above is no more than a third above.');
        self::assertSame([], Burden::standOut([]));
    }
}
