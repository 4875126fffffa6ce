<?php

declare(strict_types=1);

namespace Skarvo\Tests\Updates\Planned;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Random\Engine\Mt19937;
use Random\Randomizer;
use Skarvo\Topology\State;
use Skarvo\Updates\Planned\Plan;
use Skarvo\Updates\Planned\PlanStage;
use Skarvo\Updates\Planned\PlanWords;
use Skarvo\Updates\Versions\Glossary;
use Skarvo\Value\Language;

/** People are told of planned work when it is announced, again shortly before, and once how it ended. It lasts from 100,000 to 110,000. */
final class PlanTest extends TestCase
{
    /** @return iterable<string, array{int, list<PlanStage>, int|null, bool, PlanStage|null, 4?: int}> */
    public static function moments(): iterable
    {
        yield 'long before' => [50_000, [], null, false, null];
        yield 'a moment too soon' => [92_799, [], null, false, null];
        yield 'two hours before' => [92_800, [], null, false, PlanStage::Soon];
        yield 'in the last moment' => [99_999, [], null, false, PlanStage::Soon];
        yield 'as it begins' => [100_000, [], null, true, null];
        yield 'said before' => [95_000, [PlanStage::Announced, PlanStage::Soon], null, false, null];
        yield 'announced two hours before' => [95_000, [], null, false, null, 92_800];
        yield 'announced a moment sooner' => [95_000, [], null, false, PlanStage::Soon, 92_799];
        yield 'cancelled' => [80_000, [], 80_000, false, PlanStage::Withdrawn];
        yield 'cancelled as it begins' => [100_000, [], 100_000, true, PlanStage::Withdrawn];
        yield 'ended a moment after it began' => [100_001, [], 100_001, false, PlanStage::Over];
        yield 'ended early and not back' => [105_000, [], 104_000, true, null];
        yield 'ended early and back' => [105_000, [], 104_000, false, PlanStage::Over];
        yield 'ended early and never back' => [110_300, [], 104_000, true, PlanStage::Overrun];
        yield 'a moment before its end' => [109_999, [], null, true, null];
        yield 'works before its end' => [109_999, [], null, false, null];
        yield 'over' => [110_000, [], null, false, PlanStage::Over];
        yield 'not back yet' => [110_299, [], null, true, null];
        yield 'overruns' => [110_300, [], null, true, PlanStage::Overrun];
        foreach ([PlanStage::Withdrawn, PlanStage::Over, PlanStage::Overrun] as $end) {
            yield "after $end->value" => [120_000, [$end], null, true, null];
            yield "after $end->value, cancelled" => [95_000, [$end], 90_000, false, null];
        }
    }

    /** @param  list<PlanStage>  $told */
    #[DataProvider('moments')]
    public function test_what_is_told_next(int $now, array $told, ?int $ended, bool $isBroken, ?PlanStage $due, int $announced = 10): void
    {
        self::assertSame($due, (new Plan(100_000, 110_000, $announced))->due($now, $told, $ended, $isBroken));
    }

    public function test_what_waits_to_be_allowed_is_told_as_withdrawn_once_its_time_has_come(): void
    {
        $plan = new Plan(100_000, 110_000, 10, isHeld: true);
        self::assertSame(
            [null, null, PlanStage::Withdrawn, PlanStage::Withdrawn],
            array_map(
                static fn(int $now): ?PlanStage => $plan->due($now, [PlanStage::Announced], 90_000, true),
                [95_000, 99_999, 100_000, 120_000]
            ),
        );
        self::assertNull($plan->due(120_000, [PlanStage::Withdrawn], 90_000, true));
    }

    public function test_whenever_one_looks_each_is_told_once_and_one_end_at_the_most(): void
    {
        $dice = new Randomizer(new Mt19937(3));
        for ($n = 0; $n < 500; $n++) {
            $plan = new Plan(100_000, 110_000, $dice->getInt(0, 99_999));
            $ended = $dice->getInt(0, 2) === 0 ? $dice->getInt(90_000, 110_000) : null;
            $told = [];
            for ($now = $plan->announced; $now < 150_000; $now += $dice->getInt(1, 9000)) {
                $due = $plan->due($now, $told, $ended !== null && $ended <= $now ? $ended : null, $dice->getInt(0, 1) === 1);
                $told = $due === null ? $told : [...$told, $due];
            }
            self::assertSame(array_unique(array_column($told, 'value')), array_column($told, 'value'));
            self::assertCount(1, array_filter($told, static fn(PlanStage $one): bool => $one->isEnd()));
            self::assertTrue($told[count($told) - 1]->isEnd(), 'Nothing comes after its end.');
        }
    }

    public function test_it_ends_after_it_begins(): void
    {
        $this->expectException(\DomainException::class);
        new Plan(5, 5, 1);
    }

    public function test_it_is_told_in_each_language_and_what_to_do_before_only_as_long_as_it_is_ahead(): void
    {
        $at = static fn(string $clock): int => (new \DateTimeImmutable("2026-03-03 $clock", new \DateTimeZone('Europe/Oslo')))
            ->getTimestamp();
        $words = new PlanWords(
            new Plan($at('22:00'), $at('23:30'), 1),
            [['name' => 'Payment', 'state' => State::Down], ['name' => 'Boards', 'state' => State::Degraded]], ['Ask', 'Havre'],
            'Bring cash.', new \DateTimeZone('Europe/Oslo'),
            new Glossary(['Payment' => ['no' => 'Betaling'], 'Bring cash' => ['no' => 'Ta med kontanter']]),
        );
        $say = static fn(PlanStage $stage, Language $in = Language::English): string => $words->of($stage, $in, $at('08:00'));

        self::assertSame(
            'Planned work from 22:00 CET until 23:30 CET, at Ask and Havre. Payment: not available; Boards: only partly available. Before it begins: Bring cash.',
            $say(PlanStage::Announced)
        );
        self::assertSame(
            'Planlagt arbeid fra 22:00 CET til 23:30 CET, ved Ask og Havre. Betaling: ikke tilgjengelig; Boards: bare delvis tilgjengelig. Før det begynner: Ta med kontanter.',
            $say(PlanStage::Announced, Language::Norwegian)
        );
        self::assertSame(
            'Planned work begins at 22:00 CET and lasts until 23:30 CET, at Ask and Havre. Payment: not available; Boards: only partly available. Before it begins: Bring cash.',
            $say(PlanStage::Soon)
        );
        self::assertSame(
            'Planned work has changed: it is from 22:00 CET until 23:30 CET now, at Ask and Havre. Payment: not available; Boards: only partly available. Before it begins: Bring cash.',
            $say(PlanStage::Moved)
        );
        self::assertSame(
            'The work that was planned for 22:00 CET does not take place. Payment and Boards: available as usual.',
            $say(PlanStage::Withdrawn)
        );
        self::assertSame(
            'The planned work takes longer than planned. Payment: not available; Boards: only partly available.', $say(PlanStage::Overrun)
        );
        self::assertSame('The planned work is done. Payment and Boards: available as usual.', $say(PlanStage::Over));
        foreach (Language::cases() as $language) {
            foreach (PlanStage::cases() as $stage) {
                self::assertDoesNotMatchRegularExpression('~:[a-z]~', $say($stage, $language));
            }
        }
    }

    public function test_another_time_is_news_but_not_that_it_begins_a_little_sooner(): void
    {
        $plan = new Plan(10_000, 20_000, 0);
        self::assertFalse($plan->isNews(10_000, 20_000, 0));
        self::assertTrue($plan->isNews(9_000, 20_000, 0), 'It is ahead.');
        self::assertTrue($plan->isNews(9_000, 20_000, 8_999));
        self::assertFalse($plan->isNews(9_000, 20_000, 9_000), 'It is seen.');
        self::assertFalse($plan->isNews(6_401, 20_000, 6_401));
        self::assertTrue($plan->isNews(6_400, 20_000, 6_400), 'An hour is more than a little.');
        self::assertTrue($plan->isNews(9_000, 21_000, 9_000));
    }
}
