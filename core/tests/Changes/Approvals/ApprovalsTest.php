<?php

declare(strict_types=1);

namespace Skarvo\Tests\Changes\Approvals;

use PHPUnit\Framework\TestCase;
use Random\Engine\Mt19937;
use Random\Randomizer;
use Skarvo\Changes\Approvals\Answer;
use Skarvo\Changes\Approvals\Approval;
use Skarvo\Changes\Approvals\ApprovalOutcome;
use Skarvo\Changes\Approvals\Approvals;
use Skarvo\Changes\Approvals\ApprovalStage;
use Skarvo\Changes\Approvals\Quorum;
use Skarvo\Changes\Approvals\Request;
use Skarvo\Changes\Approvals\Seat;
use Skarvo\Changes\Approvals\StageState;
use Skarvo\Time\Instant;
use Skarvo\Time\Intervals;

final class ApprovalsTest extends TestCase
{
    private const ASKED = 1_772_438_400;

    private const PEOPLE = ['ana', 'bo', 'cy', 'dee', 'eli', '7'];

    public function test_what_is_decided_stays_decided_whatever_is_said_later(): void
    {
        $random = new Randomizer(new Mt19937(5));
        $ended = 0;
        for ($n = 0; $n < 1500; $n++) {
            [$request, $answers] = self::some($random);
            $now = self::ASKED + $random->getInt(0, 90) * 3600;
            $early = Approvals::of($request, $answers, $now);
            $late = Approvals::of($request, $answers, $now + $random->getInt(0, 90) * 3600);
            if ($early->outcome !== ApprovalOutcome::Waiting) {
                $ended++;
                self::assertEquals($early, $late);
            }
            foreach ($early->stages as $i => $stage) {
                if (! in_array($stage->state, [StageState::Open, StageState::NotBegun], true)) {
                    self::assertEquals($stage, $late->stages[$i]);
                }
            }
        }
        self::assertGreaterThan(300, $ended);
    }

    public function test_seats_hold_what_they_must(): void
    {
        $random = new Randomizer(new Mt19937(6));
        $seen = [];
        for ($n = 0; $n < 3000; $n++) {
            [$request, $answers] = self::some($random);
            $now = self::ASKED + $random->getInt(0, 90) * 3600;
            $approval = Approvals::of($request, $answers, $now);
            $seen[$approval->outcome->value] = true;
            foreach ($approval->stages as $i => $stage) {
                $of = $request->stages[$i]->of;
                $by = array_filter(array_map(static fn(Seat $seat): ?string => $seat->by, $stage->seats));
                self::assertSame(array_values(array_unique($by)), array_values($by), 'Somebody spoke twice.');
                self::assertSame(array_values(array_unique($stage->waitsFor)), $stage->waitsFor, 'Somebody is waited for twice.');
                self::assertNotContains($request->askedBy, [...$by, ...$stage->waitsFor], 'Who asked has a say.');
                $yes = count(array_filter($stage->seats, static fn(Seat $seat): bool => $seat->isYes === true));
                self::assertSame($stage->state === StageState::Granted, $yes >= $stage->needed);
                foreach ($stage->seats as $seat) {
                    $isOther = $seat->by !== null && $seat->by !== $seat->of;
                    if ($isOther) {
                        self::assertTrue($request->isAway($seat->of, (int) $seat->at), 'A stand-in spoke for somebody who was there.');
                        self::assertContains($seat->by, $request->standInsOf($seat->of));
                        self::assertNotContains($seat->by, $of);
                    }
                }
                foreach ($stage->waitsFor as $person) {
                    self::assertFalse($request->isAway($person, $now), 'Somebody is waited for who is away.');
                }
            }
        }
        ksort($seen);
        self::assertSame(['expired', 'granted', 'refused', 'waiting'], array_keys($seen));
    }

    public function test_only_the_order_in_time_counts(): void
    {
        $random = new Randomizer(new Mt19937(8));
        for ($n = 0; $n < 300; $n++) {
            [$request, $answers] = self::some($random, apart: true);
            self::assertEquals(
                Approvals::of($request, $answers, self::ASKED + 900_000),
                Approvals::of($request, $random->shuffleArray($answers), self::ASKED + 900_000),
            );
        }
    }

    public function test_who_comes_back_speaks_again_and_overrules_their_stand_in(): void
    {
        $stage = new ApprovalStage('board', ['cy', 'eli'], Quorum::all(), false, null);
        $request = new Request(
            self::ASKED, 'ana', [$stage], ['cy' => ['gus', 'hal']], ['cy' => Intervals::of([[self::ASKED, self::ASKED + 7200]])]
        );
        $said = static fn(int $after, string $who, bool $yes): Answer => new Answer(Instant::ofSeconds(self::ASKED + $after), $who, $yes);

        self::assertSame(['gus', 'eli'], self::at($request, [], 0)->stages[0]->waitsFor);
        self::assertSame(['cy', 'eli'], self::at($request, [], 7200)->stages[0]->waitsFor);
        $gus = $said(60, 'gus', true);
        self::assertSame(['eli'], self::at($request, [$gus], 60)->stages[0]->waitsFor);
        self::assertSame(ApprovalOutcome::Granted, self::at($request, [$gus, $said(7300, 'eli', true)], 7300)->outcome);
        // Gus says it too late to count; cy says otherwise.
        self::assertNull(self::at($request, [$said(7200, 'gus', true)], 9000)->stages[0]->seats[0]->by);
        self::assertSame(ApprovalOutcome::Refused, self::at($request, [$gus, $said(7300, 'cy', false)], 7300)->outcome);
        // From the place where cy is, cy may overrule gus, and then gus has nothing more to say.
        $overruled = self::at($request, [$gus, $said(90, 'cy', true), $said(120, 'gus', false)], 200)->stages[0]->seats[0];
        self::assertSame(['cy', true], [$overruled->by, $overruled->isYes]);
    }

    public function test_an_answer_at_the_very_end_still_counts(): void
    {
        $request = new Request(self::ASKED, 'ana', [new ApprovalStage('peer', ['bo', 'cy'], Quorum::one(), false, 3600)], [], []);
        $bo = static fn(int $after): Answer => new Answer(Instant::ofSeconds(self::ASKED + $after), 'bo', true);

        self::assertSame(ApprovalOutcome::Waiting, self::at($request, [], 3599)->outcome);
        self::assertSame(
            [ApprovalOutcome::Expired, self::ASKED + 3600], [self::at($request, [], 3600)->outcome, self::at($request, [], 9999)->at],
        );
        self::assertSame(ApprovalOutcome::Granted, self::at($request, [$bo(3600)], 3600)->outcome);
        self::assertSame(ApprovalOutcome::Expired, self::at($request, [$bo(3601)], 3601)->outcome);
    }

    public function test_a_stage_is_stuck_where_those_who_can_answer_are_too_few(): void
    {
        $request = new Request(
            self::ASKED, 'ana', [new ApprovalStage('board', ['ana', 'bo', 'cy'], Quorum::count(2), false, null)], [],
            ['cy' => Intervals::of([[self::ASKED, self::ASKED + 60]])],
        );

        self::assertTrue(self::at($request, [], 0)->stages[0]->stuck);
        self::assertFalse(self::at($request, [], 60)->stages[0]->stuck);
    }

    /** @param  list<Answer>  $answers */
    private static function at(Request $request, array $answers, int $after): Approval
    {
        return Approvals::of($request, $answers, self::ASKED + $after);
    }

    /**
     * @param  bool  $apart  whether no two answers fall on one instant
     * @return array{Request, list<Answer>}
     */
    private static function some(Randomizer $random, bool $apart = false): array
    {
        $people = static fn(int $most): array => array_map(
            static fn(int $key): string => self::PEOPLE[$key],
            array_values($random->pickArrayKeys(self::PEOPLE, $random->getInt(1, $most))),
        );
        $stages = [];
        foreach (range(1, $random->getInt(1, 3)) as $n) {
            $of = $people(4);
            $stages[] = new ApprovalStage("s$n", $of === [] ? ['ana'] : $of, match ($random->getInt(0, 3)) {
                0 => Quorum::one(), 1 => Quorum::all(), 2 => Quorum::count($random->getInt(1, 3)),
                default => Quorum::share($random->getInt(1, 100)),
            }, $random->getInt(0, 3) === 0, $random->getInt(0, 2) === 0 ? $random->getInt(1, 40) * 3600 : null);
        }
        $standIns = $away = [];
        foreach (self::PEOPLE as $person) {
            $standIns[$person] = array_values(array_diff($people(3), [$person]));
            $from = self::ASKED + $random->getInt(-10, 60) * 3600;
            $away[$person] = Intervals::of($random->getInt(0, 1) === 0 ? [] : [[$from, $from + $random->getInt(1, 40) * 3600]]);
        }
        $answers = [];
        for ($n = $random->getInt(0, 9); $n > 0; $n--) {
            $at = self::ASKED + $random->getInt(0, 80) * 3600 + ($apart ? $n : 0);
            $answers[] = new Answer(Instant::ofSeconds($at), self::PEOPLE[$random->getInt(0, 5)], $random->getInt(0, 2) > 0);
        }

        return [new Request(self::ASKED, self::PEOPLE[$random->getInt(0, 5)], $stages, $standIns, $away), $answers];
    }
}
