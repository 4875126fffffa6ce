<?php

declare(strict_types=1);

namespace Skarvo\Tests\Rota;

use PHPUnit\Framework\TestCase;
use Skarvo\Rota\Absence;
use Skarvo\Rota\Burden;
use Skarvo\Rota\Coverage;
use Skarvo\Rota\FairTurns;
use Skarvo\Rota\Segment;
use Skarvo\Rota\TurnCosts;
use Skarvo\Rota\TurnRules;
use Skarvo\Time\Zone;

final class FairTurnsTest extends TestCase
{
    private const MONDAY = 1_772_434_800; // 2026-03-02T08:00 in Oslo

    private static function zone(): Zone
    {
        return Zone::named('Europe/Oslo') ?? throw new \LogicException;
    }

    /**
     * @param  list<string>  $people
     * @return non-empty-list<Segment>
     */
    private static function weeks(array $people, int $length = 7 * 86400): array
    {
        $turns = array_map(
            static fn(int $i, string $person): Segment => new Segment(
                self::MONDAY + $i * $length, self::MONDAY + ($i + 1) * $length, $person, 'main', null,
            ),
            array_keys($people), $people,
        );

        return $turns ?: throw new \LogicException('There is a turn.');
    }

    /**
     * @param  list<Segment>  $turns
     * @param  list<string>  $people
     * @return array<string, int> weekend days by person
     */
    private static function weekendDays(array $turns, array $people): array
    {
        $days = [];
        $given = array_map(
            static fn(Segment $turn, string $person): Segment => new Segment($turn->from, $turn->to, $person, 'main', null),
            $turns, $people,
        );
        foreach (Burden::of(new Coverage($given ?: throw new \LogicException, []), self::zone(), [], []) as $burden) {
            $days[$burden->person] = $burden->weekendDays;
        }

        return $days;
    }

    public function test_one_who_has_most_gives_some_away(): void
    {
        $turns = self::weeks(['ana', 'bo', 'ana', 'bo', 'ana', 'bo', 'ana', 'bo', 'ana']);
        $found = FairTurns::propose($turns, ['ana', 'bo', 'cy'], new TurnRules, [], self::zone());

        self::assertSame([6, 6, 6], array_values(self::weekendDays($turns, $found['people'])));
        self::assertLessThan($found['before'], $found['after']);
        for ($i = 1; $i < 9; $i++) {
            self::assertNotSame($found['people'][$i - 1], $found['people'][$i], 'Nobody has two weekends running.');
        }
    }

    public function test_what_is_even_already_stays_as_it_is(): void
    {
        $people = ['ana', 'bo', 'cy', 'ana', 'bo', 'cy'];

        self::assertSame($people, FairTurns::propose(self::weeks($people), ['ana', 'bo', 'cy'], new TurnRules, [], self::zone())['people']);
    }

    public function test_leave_is_kept_and_a_wish_where_it_costs_little(): void
    {
        $turns = self::weeks(['ana', 'bo', 'cy', 'ana', 'bo', 'cy']);
        $absences = [
            new Absence('ana', $turns[3]->from + 86400, $turns[3]->from + 2 * 86400),
            new Absence('bo', $turns[1]->from, $turns[1]->to, isWish: true),
        ];
        $proposal = FairTurns::propose($turns, ['ana', 'bo', 'cy'], new TurnRules, $absences, self::zone());
        $found = $proposal['people'];

        self::assertSame([], $proposal['broken']);
        self::assertNotSame('ana', $found[3]);
        self::assertNotSame('bo', $found[1]);
        self::assertEqualsCanonicalizing(['ana', 'ana', 'bo', 'bo', 'cy', 'cy'], $found);
    }

    public function test_it_says_whose_leave_nobody_else_could_keep(): void
    {
        $turns = self::weeks(['ana', 'bo', 'ana']);
        $away = static fn(string $person): array => array_map(
            static fn(Segment $turn): Absence => new Absence($person, $turn->from + 3600, $turn->to - 3600), $turns,
        );

        self::assertSame(['ana'], FairTurns::propose($turns, ['ana'], new TurnRules, $away('ana'), self::zone())['broken']);
        self::assertSame([], FairTurns::propose($turns, ['ana', 'bo'], new TurnRules, $away('ana'), self::zone())['broken']);
        self::assertNotSame(
            [],
            FairTurns::propose($turns, ['ana', 'bo'], new TurnRules, [...$away('ana'), ...$away('bo')], self::zone())['broken'],
        );
    }

    public function test_what_was_carried_before_counts(): void
    {
        $turns = self::weeks(['ana', 'bo', 'ana', 'bo']);
        $carried = ['ana' => Burden::of(new Coverage(self::weeks(['ana']), []), self::zone(), [], [])[0]];
        $more = Burden::of(
            new Coverage([new Segment(self::MONDAY - 28 * 86400, self::MONDAY, 'ana', 'main', null)], []), self::zone(), [], [],
        )[0];
        $found = FairTurns::propose(
            $turns, ['ana', 'bo'], new TurnRules(noTwoWeekends: false), [], self::zone(), [], ['ana' => $more],
        )['people'];

        self::assertSame(['bo', 'bo', 'bo', 'bo'], $found);
        self::assertContains(
            'ana',
            FairTurns::propose($turns, ['ana', 'bo'], new TurnRules(noTwoWeekends: false), [], self::zone(), [], $carried)['people'],
        );
    }

    public function test_exactly_the_rest_is_rest_enough(): void
    {
        $turn = static fn(int $from, int $to, string $person): Segment => new Segment(
            self::MONDAY + $from * 3600, self::MONDAY + $to * 3600, $person, 'main', null,
        );
        $turns = [$turn(0, 8, 'ana'), $turn(8, 16, 'bo'), $turn(16, 24, 'ana'), $turn(24, 32, 'bo')];
        $people = static fn(int $rest): array => FairTurns::propose(
            $turns, ['ana', 'bo'], new TurnRules($rest, false), [], self::zone(),
        )['people'];

        self::assertSame($people(0), $people(8 * 3600));
        self::assertNotSame($people(0), $people(8 * 3600 + 1));
    }

    public function test_turns_of_somebody_who_is_gone_are_given_to_the_others(): void
    {
        $found = FairTurns::propose(self::weeks(['gone', 'bo', 'cy', 'gone']), ['bo', 'cy'], new TurnRules, [], self::zone())['people'];

        self::assertSame([], array_diff($found, ['bo', 'cy']));
    }

    public function test_whatever_it_is_given_it_is_never_worse_and_no_one_has_a_turn_in_their_leave_if_another_could(): void
    {
        mt_srand(11);
        for ($case = 0; $case < 60; $case++) {
            $people = array_slice(['ana', 'bo', 'cy', 'di', 'eli'], 0, mt_rand(2, 5));
            $turns = self::weeks(
                array_map(static fn(): string => $people[mt_rand(0, count($people) - 1)], range(1, mt_rand(2, 16))),
                [86400, 7 * 86400, 12 * 3600][mt_rand(0, 2)],
            );
            $absences = [];
            for ($n = mt_rand(0, 4); $n > 0; $n--) {
                $turn = $turns[mt_rand(0, count($turns) - 1)];
                $absences[] = new Absence($people[mt_rand(0, count($people) - 1)], $turn->from, $turn->to, mt_rand(0, 1) === 0);
            }
            $found = FairTurns::propose(
                $turns, $people, new TurnRules(mt_rand(0, 24) * 3600, mt_rand(0, 1) === 0), $absences, self::zone(),
            );
            self::assertLessThanOrEqual($found['before'] + 1e-6, $found['after']);
            self::assertCount(count($turns), $found['people']);
            self::assertSame([], array_diff($found['people'], $people));
            foreach ($turns as $i => $turn) {
                $away = array_map(
                    static fn(Absence $a): string => $a->person,
                    array_filter($absences, static fn(Absence $a): bool => ! $a->isWish && $a->from < $turn->to && $turn->from < $a->to),
                );
                if (count(array_unique($away)) < count($people)) {
                    self::assertNotContains($found['people'][$i], $away, "case $case");
                }
            }
        }
    }

    public function test_of_few_turns_it_finds_nearly_what_trying_all_finds(): void
    {
        mt_srand(5);
        $best = 0;
        for ($case = 0; $case < 40; $case++) {
            $people = ['ana', 'bo', 'cy'];
            $turns = self::weeks(array_map(static fn(): string => $people[mt_rand(0, 2)], range(1, 6)));
            $absences = [new Absence($people[mt_rand(0, 2)], $turns[2]->from, $turns[3]->to, mt_rand(0, 1) === 0)];
            $rules = new TurnRules;
            $found = FairTurns::propose($turns, $people, $rules, $absences, self::zone());
            $costs = new TurnCosts($turns, $people, $rules, $absences, self::zone(), [], []);
            $least = INF;
            for ($n = 0; $n < 729; $n++) {
                $tried = array_map(static fn(int $i): string => $people[intdiv($n, 3 ** $i) % 3], range(0, 5));
                $least = min($least, $costs->cost($tried));
            }
            self::assertLessThanOrEqual($least * 1.5 + 12, $found['after'], "case $case");
            $best += (int) ($found['after'] <= $least + 1e-6);
        }
        self::assertGreaterThan(28, $best, 'of 40 exactly the best');
    }
}
