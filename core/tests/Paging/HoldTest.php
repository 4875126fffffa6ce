<?php

declare(strict_types=1);

namespace Skarvo\Tests\Paging;

use PHPUnit\Framework\TestCase;
use Skarvo\Paging\Hold;
use Skarvo\Paging\HoldStep;

final class HoldTest extends TestCase
{
    public function test_nothing_done_is_asked_about_once_and_then_taken_back(): void
    {
        $hold = new Hold(1000, 900, 120);

        self::assertSame([1900, HoldStep::Ask], $hold->next([], null));
        self::assertSame([2020, HoldStep::Release], $hold->next([], 1900));
    }

    public function test_anything_done_afterwards_ends_it(): void
    {
        $hold = new Hold(1000, 900, 120);

        self::assertNull($hold->next([1001], null));
        self::assertNull($hold->next([400, 1950], 1900));
        self::assertSame(
            [1900, HoldStep::Ask], $hold->next([400, 1000], null), 'What was done before the yes, or is the yes, does not count.',
        );
    }

    public function test_who_begins_in_ten_minutes_is_asked_then(): void
    {
        self::assertSame([1600, HoldStep::Ask], (new Hold(1000, 900, 120, 1600))->next([], null));
        self::assertSame([1000, HoldStep::Ask], (new Hold(1000, 900, 120, 500))->next([], null), 'Never before the yes.');
    }

    public function test_a_question_about_an_earlier_yes_does_not_count_for_this_one(): void
    {
        self::assertSame([1900, HoldStep::Ask], (new Hold(1000, 900, 120))->next([], 800));
    }
}
