<?php

declare(strict_types=1);

namespace Skarvo\Tests\Paging;

use PHPUnit\Framework\TestCase;
use Skarvo\Paging\Contact;
use Skarvo\Paging\PolicyCase;
use Skarvo\Paging\ReachRule;
use Skarvo\Time\Weekday;
use Skarvo\Time\WeekHours;
use Skarvo\Time\Zone;

/** Which contacts of a person, and which policy of a team, a call goes by. */
final class ReachRuleTest extends TestCase
{
    private const TUESDAY_NOON = 1_772_535_600; // 2026-03-03T11:00Z, 12:00 in Oslo

    private static function zone(): Zone
    {
        return Zone::named('Europe/Oslo') ?? throw new \LogicException;
    }

    private static function window(int $opens, int $closes): WeekHours
    {
        return new WeekHours(Weekday::cases(), $opens * 3600, $closes * 3600);
    }

    public function test_the_first_rule_that_fits_names_the_contacts(): void
    {
        $night = new ReachRule(['now'], self::window(22, 7), [new Contact('voice', 0)]);
        $soft = new ReachRule(['later'], null, [new Contact('mail', 0)]);
        $usual = [new Contact('push', 0)];
        $ways = static fn(string $urgency, int $at): string => ReachRule::contacts(
            [$night, $soft], $usual, $urgency, $at, self::zone(),
        )[0]->channel;

        self::assertSame('push', $ways('now', self::TUESDAY_NOON));
        self::assertSame('voice', $ways('now', self::TUESDAY_NOON + 11 * 3600));
        self::assertSame('voice', $ways('now', self::TUESDAY_NOON + 10 * 3600), 'At 22:00 the night has begun.');
        self::assertSame('push', $ways('now', self::TUESDAY_NOON + 19 * 3600), 'At 07:00 it is over.');
        self::assertSame('mail', $ways('later', self::TUESDAY_NOON + 11 * 3600));
        self::assertSame('push', $ways('soon', self::TUESDAY_NOON + 11 * 3600));
    }

    public function test_a_rule_without_contacts_never_makes_anybody_unreachable(): void
    {
        $usual = [new Contact('push', 0)];

        self::assertSame($usual, ReachRule::contacts([new ReachRule([], null, [])], $usual, 'now', self::TUESDAY_NOON, self::zone()));
        self::assertSame($usual, ReachRule::contacts([], $usual, 'now', self::TUESDAY_NOON, self::zone()));
    }

    public function test_the_policy_that_says_most_is_chosen(): void
    {
        $cases = [
            'any' => new PolicyCase,
            'night' => new PolicyCase(window: self::window(22, 7)),
            'urgent' => new PolicyCase(urgencies: ['now']),
            'lanes' => new PolicyCase('lanes'),
            'lanes urgent at night' => new PolicyCase('lanes', ['now'], self::window(22, 7)),
        ];
        $choose = static fn(string $service, string $urgency, int $hours): int|string|null => PolicyCase::choose(
            $cases, $service, $urgency, self::TUESDAY_NOON + $hours * 3600, self::zone(),
        );

        self::assertSame('any', $choose('booking', 'soon', 0));
        self::assertSame('night', $choose('booking', 'soon', 12));
        self::assertSame('urgent', $choose('booking', 'now', 12));
        self::assertSame('lanes', $choose('lanes', 'now', 0));
        self::assertSame('lanes urgent at night', $choose('lanes', 'now', 12));
        self::assertNull(PolicyCase::choose(['lanes' => $cases['lanes']], 'booking', 'now', self::TUESDAY_NOON, self::zone()));
    }

    public function test_whichever_order_the_policies_are_in_one_that_says_more_wins(): void
    {
        mt_srand(3);
        for ($i = 0; $i < 500; $i++) {
            $cases = [];
            for ($n = mt_rand(1, 7); $n > 0; $n--) {
                $cases[] = new PolicyCase(
                    [null, 'a', 'b'][mt_rand(0, 2)], [[], ['now'], ['now', 'soon']][mt_rand(0, 2)],
                    [null, self::window(0, 12), self::window(12, 24)][mt_rand(0, 2)],
                );
            }
            $at = self::TUESDAY_NOON + mt_rand(-86400, 86400);
            $chosen = PolicyCase::choose($cases, 'a', 'now', $at, self::zone());
            $weight = static fn(PolicyCase $case): int =>
                ($case->service === null ? 0 : 4) + ($case->urgencies === [] ? 0 : 2) + ($case->window === null ? 0 : 1);
            $fitting = array_filter($cases, static fn(PolicyCase $case): bool => $case->fits('a', 'now', $at, self::zone()));
            self::assertSame($fitting === [], $chosen === null);
            if ($chosen !== null && $fitting !== []) {
                self::assertSame(max(array_map($weight, $fitting)), $weight($cases[(int) $chosen]));
                self::assertSame(
                    array_key_first(array_filter(
                        $fitting, static fn(PolicyCase $case): bool => $weight($case) === max(array_map($weight, $fitting)),
                    )),
                    $chosen, 'Of equals, the first.',
                );
            }
        }
    }
}
