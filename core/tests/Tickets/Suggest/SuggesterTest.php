<?php

declare(strict_types=1);

namespace Skarvo\Tests\Tickets\Suggest;

use PHPUnit\Framework\TestCase;
use Skarvo\Tickets\Suggest\Identifiers;
use Skarvo\Tickets\Suggest\SettledTicket;
use Skarvo\Tickets\Suggest\Suggester;
use Skarvo\Tickets\Suggest\Suggestion;

/** What service, team, impact and urgency a ticket has: how often that is right in words nobody used before, and why it is said. */
final class SuggesterTest extends TestCase
{
    public function test_phrases_that_nobody_used_before_are_understood(): void
    {
        $right = ['suggested' => [0, 0], 'bayes' => [0, 0], 'frequent' => [0, 0]];
        $all = 0;
        $sure = 0.0;
        foreach (range(1, 8) as $seed) {
            [$past, $asked] = DeskTown::of($seed, 300, 150);
            $suggester = new Suggester($past, DeskTown::names(), DeskTown::PLACES);
            $bayes = new PlainBayes($past);
            foreach ($asked as $one) {
                $sure += $suggester->of($one->text, $one->place)['service'][0]->score;
                $said = [
                    'suggested' => array_column($suggester->of($one->text, $one->place)['service'], 'value'),
                    'bayes' => $bayes->of($one->text), 'frequent' => $bayes->frequent(),
                ];
                $all++;
                foreach ($said as $who => $services) {
                    $at = array_search($one->settled['service'], $services, true);
                    $right[$who][0] += (int) ($at === 0);
                    $right[$who][1] += (int) ($at !== false && $at < 3);
                }
            }
        }
        if (getenv('FIGURES') !== false) {
            foreach ($right as $who => [$first, $three]) {
                fprintf(STDERR, "  %-9s first %.1f%%, among three %.1f%%\n", $who, 100 * $first / $all, 100 * $three / $all);
            }
        }

        // As sure as it is right.
        self::assertEqualsWithDelta($right['suggested'][0] / $all, $sure / $all, 0.05);
        self::assertGreaterThan(0.80, $right['suggested'][0] / $all);
        self::assertGreaterThan(0.92, $right['suggested'][1] / $all);
        self::assertGreaterThan($right['bayes'][0] + 0.1 * $all, $right['suggested'][0]);
        self::assertGreaterThan(2 * $right['frequent'][0], $right['suggested'][0]);
    }

    public function test_what_was_settled_once_counts_from_the_next_ticket_on_and_can_be_taken_back(): void
    {
        [$past] = DeskTown::of(3, 120, 1);
        $words = 'the wobbler of the third pontoon squeaks';
        $first = static fn(SettledTicket ...$more): string => (new Suggester([...$past, ...array_values($more)], DeskTown::names(), []))
            ->of($words, null)['service'][0]->value;
        $before = $first();
        $corrected = new SettledTicket('wobbler squeaks', null, ['service' => $before === 'fuel' ? 'roster' : 'fuel']);

        self::assertSame($corrected->settled['service'], $first($corrected));
        self::assertSame($before, $first());
    }

    public function test_reasons_are_words_as_they_were_written(): void
    {
        $past = [
            new SettledTicket('barriers shut', 'Ask', ['service' => 'lanes']),
            new SettledTicket('barrier does not lift', 'Ask', ['service' => 'lanes']),
            new SettledTicket('no sound', 'Kalv', ['service' => 'announce']),
            new SettledTicket('sound is gone', 'Kalv', ['service' => 'announce']),
        ];
        $suggested = (new Suggester($past, [], ['Ask', 'Kalv']))->of('The bariers are closed', 'Ask')['service'];

        self::assertSame('lanes', $suggested[0]->value);
        self::assertContains('bariers', $suggested[0]->because);
        self::assertContains('at Ask', $suggested[0]->because);
        self::assertSame([], $suggested[1]->because);
    }

    public function test_a_house_that_has_learned_nothing_goes_by_names(): void
    {
        $suggester = new Suggester([], DeskTown::names(), DeskTown::PLACES);

        self::assertSame('payment', $suggester->of('my visa was refused at the till', null)['service'][0]->value);
        self::assertSame('wireless', $suggester->of('wifi is gone', null)['service'][0]->value);
        self::assertSame([], (new Suggester([], [], []))->of('wifi is gone', null));
    }

    public function test_what_says_nothing_is_taken_for_the_commonest(): void
    {
        $past = [
            ...array_fill(0, 6, new SettledTicket('zig', null, ['service' => 'payment'])),
            new SettledTicket('zag', null, ['service' => 'booking']),
        ];

        self::assertSame('payment', (new Suggester($past, [], []))->of('please help', null)['service'][0]->value);
        self::assertSame([], (new Suggester($past, [], []))->of('please help', null)['service'][0]->because);
    }

    public function test_shares_are_sound_whatever_is_said(): void
    {
        [$past, $asked] = DeskTown::of(5, 200, 100);
        $suggester = new Suggester($past, DeskTown::names(), DeskTown::PLACES);
        foreach (
            [
                ...array_map(static fn(SettledTicket $one): string => $one->text, $asked), '', '42', '~lane', '@Ask',
                str_repeat('barrier ', 2000), "\u{1F6A2}",
            ] as $text
        ) {
            foreach ($suggester->of($text, 'Ask') as $field => $choices) {
                $scores = array_map(static fn(Suggestion $one): float => $one->score, $choices);
                self::assertLessThanOrEqual(3, count($choices));
                self::assertLessThanOrEqual(1.000001, array_sum($scores), $field);
                self::assertSame([], array_filter($scores, static fn(float $score): bool => $score <= 0), $field);
                self::assertTrue($scores[0] >= ($scores[1] ?? 0) - 0.001 && ($scores[1] ?? 0) >= ($scores[2] ?? 0) - 0.001, $field);
                self::assertCount(count($choices), array_unique(array_map(static fn(Suggestion $one): string => $one->value, $choices)));
            }
        }
    }

    public function test_the_order_of_what_was_learned_does_not_matter(): void
    {
        [$past, $asked] = DeskTown::of(9, 150, 30);
        $one = new Suggester($past, DeskTown::names(), DeskTown::PLACES);
        $other = new Suggester(array_reverse($past), DeskTown::names(), DeskTown::PLACES);
        foreach ($asked as $ticket) {
            self::assertSame(
                array_column($one->of($ticket->text, $ticket->place)['service'], 'value'),
                array_column($other->of($ticket->text, $ticket->place)['service'], 'value'),
            );
        }
    }

    public function test_names_of_things_are_found_in_pasted_text(): void
    {
        self::assertEqualsCanonicalizing(
            ['gate-havre-3', '10.4.0.17', '10.4.0.17:8080', 'e-4711', 'el-clk-2', 'ops@clk-2.eiderholm.example', 'clk-2.eiderholm.example'],
            Identifiers::in('GATE-HAVRE-3: cannot reach 10.4.0.17:8080 (code E-4711), serial EL-CLK-2; see ops@clk-2.eiderholm.example.'),
        );
        self::assertSame(['4711-08'], Identifiers::in('4711-08 at 0715, 12'));
        self::assertSame(['90471123'], Identifiers::in('serial 90471123'));
        self::assertSame([], Identifiers::in('nothing works here, please call me'));
        self::assertCount(200, Identifiers::in(implode(' ', array_map(static fn(int $i): string => "host-$i", range(1, 999)))));
    }
}
