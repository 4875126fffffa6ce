<?php

declare(strict_types=1);

namespace Skarvo\Tests\Incidents;

use PHPUnit\Framework\TestCase;
use Skarvo\Incidents\Impact;
use Skarvo\Incidents\Others;
use Skarvo\Incidents\ReportersAnswers;
use Skarvo\Incidents\Stops;
use Skarvo\Incidents\Urgency;

/** What impact and urgency come of what a reporter answers. */
final class ReportersAnswersTest extends TestCase
{
    public function test_whoever_answers_nothing_is_taken_as_one_who_can_wait_a_little(): void
    {
        self::assertSame([Impact::Few, Urgency::Soon], self::made(null, null, null));
    }

    public function test_how_many_are_hit_is_the_impact_and_how_long_it_can_wait_the_urgency(): void
    {
        self::assertSame([Impact::Few, Urgency::Later], self::made(Stops::All, Others::Nobody, Urgency::Later));
        self::assertSame([Impact::Part, Urgency::Now], self::made(Stops::Part, Others::Some, Urgency::Now));
        self::assertSame([Impact::Wide, Urgency::Soon], self::made(null, Others::Many, null));
        self::assertSame([Impact::Wide, Urgency::Now], self::made(Stops::All, Others::Many, null));
    }

    public function test_what_works_with_difficulty_is_never_the_most_urgent(): void
    {
        self::assertSame([Impact::Wide, Urgency::Soon], self::made(Stops::Little, Others::Many, Urgency::Now));
        self::assertSame([Impact::Few, Urgency::Later], self::made(Stops::Little, null, null));
    }

    public function test_to_be_worse_off_never_makes_it_less_urgent(): void
    {
        $waits = [Urgency::Later, null, Urgency::Now];
        foreach ([Stops::Little, Stops::Part, Stops::All] as $s => $stops) {
            foreach ([Others::Nobody, Others::Some, Others::Many] as $others) {
                foreach ($waits as $wait) {
                    $worse = [Stops::Part, Stops::All, Stops::All][$s];
                    self::assertLessThanOrEqual(
                        self::rank(self::made($stops, $others, $wait)[1]), self::rank(self::made($worse, $others, $wait)[1]),
                    );
                }
            }
        }
    }

    /** @return array{Impact, Urgency} */
    private static function made(?Stops $stops, ?Others $others, ?Urgency $waits): array
    {
        $answers = new ReportersAnswers($stops, $others, $waits);

        return [$answers->impact(), $answers->urgency()];
    }

    private static function rank(Urgency $urgency): int
    {
        return (int) array_search($urgency, [Urgency::Now, Urgency::Soon, Urgency::Later], true);
    }
}
