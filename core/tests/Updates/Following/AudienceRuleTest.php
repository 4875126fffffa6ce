<?php

declare(strict_types=1);

namespace Skarvo\Tests\Updates\Following;

use PHPUnit\Framework\Attributes\TestWith;
use PHPUnit\Framework\TestCase;
use Skarvo\Updates\Following\AudienceRule;
use Skarvo\Updates\Following\Notice;

/** An audience is told where all that its rule asks holds, and only there. */
final class AudienceRuleTest extends TestCase
{
    /** @param  array<string, mixed>  $rule */
    #[TestWith([[], true])]
    #[TestWith([['priority' => 2], true])]
    #[TestWith([['priority' => 3], true])]
    #[TestWith([['priority' => 1], false])]
    #[TestWith([['reports' => 5], true])]
    #[TestWith([['reports' => 6], false])]
    #[TestWith([['tier' => 1], true])]
    #[TestWith([['tier' => 1, 'services' => ['Boards']], false])]
    #[TestWith([['tier' => 3, 'services' => ['Boards']], true])]
    #[TestWith([['services' => ['Booking']], false])]
    #[TestWith([['places' => ['Havre']], true])]
    #[TestWith([['places' => ['Ask']], false])]
    #[TestWith([['places' => ['Havre'], 'priority' => 1], false])]
    #[TestWith([['places' => ['Havre'], 'services' => ['Lanes'], 'tier' => 1, 'priority' => 2, 'reports' => 5], true])]
    public function test_all_that_it_asks_holds(array $rule, bool $holds): void
    {
        $notice = new Notice(['Lanes' => 1, 'Boards' => 3], ['Havre quay'], true, false, [7]);

        self::assertSame($holds, (new AudienceRule(...$rule))->holds($notice, 2, 5));
    }

    public function test_what_is_known_of_no_place_may_be_at_each(): void
    {
        self::assertTrue((new AudienceRule(places: ['Ask']))->holds(new Notice(['Lanes' => 1], [], true, false, [7]), 1, 0));
    }

    /** @param  array<string, mixed>  $rule */
    #[TestWith([['priority' => 0]])]
    #[TestWith([['reports' => 0]])]
    #[TestWith([['tier' => 0]])]
    #[TestWith([['services' => ['']]])]
    public function test_a_rule_that_cannot_be_is_refused(array $rule): void
    {
        $this->expectException(\DomainException::class);
        new AudienceRule(...$rule);
    }
}
