<?php

declare(strict_types=1);

namespace Skarvo\Tests\Changes\Course;

use PHPUnit\Framework\TestCase;
use Skarvo\Changes\ChangeKind;
use Skarvo\Changes\ChangeResult;
use Skarvo\Changes\ChangeState;
use Skarvo\Changes\Course\PlannedStep;

final class StepTest extends TestCase
{
    public function test_nothing_begins_that_was_not_approved_and_nothing_over_is_touched(): void
    {
        foreach (ChangeState::cases() as $state) {
            $steps = PlannedStep::permitted($state);
            self::assertSame($state === ChangeState::Approved, in_array(PlannedStep::Begin, $steps, true), $state->value);
            self::assertSame($state === ChangeState::UnderWay, in_array(PlannedStep::Finish, $steps, true), $state->value);
            self::assertSame($state->isAhead(), in_array(PlannedStep::Cancel, $steps, true), $state->value);
            self::assertSame($state->isAhead(), in_array(PlannedStep::Edit, $steps, true), $state->value);
            self::assertSame([], PlannedStep::permitted($state, isRecorded: true));
            self::assertFalse($state->isAhead() && $state->isOver());
            self::assertFalse($state->isPlanned() && $state->isOver());
        }
    }

    public function test_an_emergency_is_looked_at_afterwards_however_it_went(): void
    {
        foreach (ChangeResult::cases() as $result) {
            self::assertSame(ChangeState::InReview, PlannedStep::end(ChangeState::after($result), ChangeKind::Emergency));
            self::assertSame(ChangeState::after($result), PlannedStep::end(ChangeState::after($result), ChangeKind::Normal));
        }
    }
}
