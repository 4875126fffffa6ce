<?php

declare(strict_types=1);

namespace Skarvo\Tests\Time;

use PHPUnit\Framework\TestCase;
use Random\Engine\Mt19937;
use Random\Randomizer;
use Skarvo\Time\Intervals;

/** Against the instants themselves: a set of seconds, one by one. */
final class IntervalsTest extends TestCase
{
    public function test_it_is_the_set_of_instants_of_its_stretches(): void
    {
        $random = new Randomizer(new Mt19937(13));
        for ($round = 0; $round < 600; $round++) {
            $stretches = $in = [];
            for ($i = $random->getInt(0, 6); $i > 0; $i--) {
                $from = $random->getInt(0, 30);
                $stretches[] = [$from, $to = $from + $random->getInt(0, 9)];
                for ($at = $from; $at < $to; $at++) {
                    $in[$at] = true;
                }
            }
            $set = Intervals::of($stretches);
            $told = json_encode($stretches, JSON_THROW_ON_ERROR);

            self::assertSame(count($in), $set->seconds(), $told);
            for ($at = -2; $at < 45; $at++) {
                for ($free = $at; isset($in[$free]); $free++);
                for ($edge = $at + 1; $edge < 60 && isset($in[$edge]) === isset($in[$edge - 1]); $edge++);
                self::assertSame(isset($in[$at]), $set->has($at), $told);
                self::assertSame($free, $set->after($at), $told);
                self::assertSame($edge < 60 ? $edge : null, $set->nextEdge($at), $told);
            }
            [$from, $to] = [$random->getInt(0, 20), $random->getInt(20, 40)];
            $within = $set->within($from, $to);
            self::assertSame(
                count(array_filter(array_keys($in), static fn(int $at): bool => $at >= $from && $at < $to)), $within->seconds(),
                $told,
            );
            foreach ($set->all as $i => [$begin, $end]) {
                self::assertTrue($begin < $end && ($i === 0 || $set->all[$i - 1][1] < $begin), 'In order, and apart.');
            }
            foreach ($within->all as [$begin, $end]) {
                self::assertTrue($from <= $begin && $begin < $end && $end <= $to);
            }
        }
    }

    public function test_a_stretch_does_not_end_before_it_begins(): void
    {
        $this->expectException(\DomainException::class);
        Intervals::of([[5, 4]]);
    }
}
