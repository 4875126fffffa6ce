<?php

declare(strict_types=1);

namespace Skarvo\Tests\Incidents\Course;

use PHPUnit\Framework\TestCase;
use Random\Engine\Mt19937;
use Random\Randomizer;
use Skarvo\Incidents\Course\Aspect;
use Skarvo\Incidents\Course\Course;
use Skarvo\Incidents\Course\CourseStep;

final class CourseTest extends TestCase
{
    public function test_it_is_as_the_steps_until_then_left_it(): void
    {
        $course = new Course([
            new CourseStep(30, Aspect::Role, 'lead', null), new CourseStep(10, Aspect::Fact, 'title', 'Lanes'),
            new CourseStep(20, Aspect::Role, 'lead', 'Noor'),
            new CourseStep(20, Aspect::Task, '1', ['text' => 'Look', 'state' => 'open']),
            new CourseStep(25, Aspect::Task, '1', ['state' => 'done']),
            new CourseStep(30, Aspect::Fact, 'title', 'Clocks'), new CourseStep(30, Aspect::Fact, 'title', 'Clock 2'),
        ]);
        self::assertSame([], $course->at(9)['fact']);
        self::assertSame(['title' => 'Lanes'], $course->at(10)['fact']);
        self::assertSame(['lead' => 'Noor'], $course->at(29)['role']);
        self::assertSame([1 => ['text' => 'Look', 'state' => 'done']], $course->at(25)['task']);
        self::assertSame([['title' => 'Clock 2'], []], [$course->at(30)['fact'], $course->at(99)['role']], 'The last of a moment counts.');
        self::assertSame(
            [[null, 10], [null, 20], [10, 25], [10, 25], [25, null], [25, null]], array_map($course->around(...), [5, 10, 20, 22, 30, 99]),
        );
    }

    /** By a slow obvious version: a snapshot is kept after each step. */
    public function test_it_is_as_a_snapshot_of_the_moment_says(): void
    {
        $random = new Randomizer(new Mt19937(4));
        for ($round = 0; $round < 300; $round++) {
            $steps = $snapshots = $is = [];
            $at = 0;
            for ($i = 0; $i < 30; $i++) {
                $at += $random->getInt(0, 3);
                $aspect = Aspect::cases()[$random->getInt(0, 2)];
                $key = 'k'.$random->getInt(0, 3);
                $value = $random->getInt(0, 3) === 0 ? null : "v$i";
                $steps[] = new CourseStep($at, $aspect, $key, $value);
                $is["$aspect->value $key"] = $value;
                $snapshots[$at] = array_filter($is, static fn(?string $one): bool => $one !== null);
            }
            $course = new Course($steps);
            foreach ($snapshots as $at => $snapshot) {
                $was = [];
                foreach ($course->at($at) as $aspect => $values) {
                    foreach ($values as $key => $value) {
                        $was["$aspect $key"] = $value;
                    }
                }
                ksort($was);
                ksort($snapshot);
                self::assertSame($snapshot, $was);
            }
        }
    }
}
