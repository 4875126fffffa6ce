<?php

declare(strict_types=1);

namespace Tests\Feature\Changes;

use App\Changes\Approval\ChangeAnswer;
use App\Changes\Approval\ChangeAsk;
use App\Changes\Change;
use App\Platform\Moment;
use Illuminate\Support\Facades\DB;
use PHPUnit\Framework\Attributes\TestWith;
use Random\Engine\Mt19937;
use Random\Randomizer;
use Skarvo\Changes\Approvals\ApprovalOutcome;
use Skarvo\Changes\ChangeState;
use Skarvo\Changes\Course\PlannedStep;
use Tests\TestCase;

/** Whoever does what in whatever order, with time passing and people coming and going: a change is never where it may not be. */
final class CourseWalkTest extends TestCase
{
    use PlansChanges;

    private const PEOPLE = [self::BY, self::PEER, 'ingrid-vale', 'lotte-krone', 'mika-sund', 'per-strand', 'sander-berge'];

    private Randomizer $dice;

    private int $now;

    #[TestWith([1])]
    #[TestWith([2])]
    #[TestWith([27])]
    #[TestWith([29])]
    public function test_a_walk(int $seed): void
    {
        $this->dice = new Randomizer(new Mt19937($seed));
        $this->now = (int) strtotime('2026-03-03T08:00:00Z');
        $this->rules(
            ['major' => [[], ['tier' => 1]][$this->dice->getInt(0, 1)] ?: new \stdClass, 'stand_ins' => [self::PEER => ['lotte-krone']]]
        );
        $change = $this->planned(kind: ['normal', 'emergency'][$seed % 2], to: '2026-03-05T12:00:00Z', from: '2026-03-05T10:00:00Z');
        $seen = [];
        for ($n = 0; $n < 60; $n++) {
            $was = $change->refresh()->state;
            $edition = $change->edition;
            $entries = DB::table('journal')->where('kind', 'like', 'change.%')->count();
            $what = $this->act($change);
            $change = $change->fresh() ?? self::fail('It goes nowhere.');
            $this->hold($change, $was, $edition, $entries, "step $n of walk $seed, $what");
            $seen[$change->state->value] = true;
            if ($change->state->isOver() && $change->permitted() === []) {
                $change = $this->planned(
                    kind: ['normal', 'emergency'][$n % 2], from: gmdate('Y-m-d\TH:i:s\Z', $this->now + 36 * 3600),
                    to: gmdate('Y-m-d\TH:i:s\Z', $this->now + 38 * 3600)
                );
            }
        }
        self::assertGreaterThan(2, count($seen), 'It goes about.');
    }

    /** Somebody does something, permitted or not. */
    private function act(Change $change): string
    {
        $who = self::PEOPLE[$this->dice->getInt(0, count(self::PEOPLE) - 1)];
        $this->actingAs($this->person($who));
        $dice = $this->dice->getInt(0, 11);
        if ($dice < 5) {
            $step = PlannedStep::cases()[$this->dice->getInt(0, count(PlannedStep::cases()) - 1)];
            // Mostly what may be done, by whoever may do it.
            if ($this->dice->getInt(0, 3) > 0 && $change->permitted() !== []) {
                $step = $change->permitted()[$this->dice->getInt(0, count($change->permitted()) - 1)];
                $this->actingAs($this->person($who = self::BY));
            }
            $seen = $change->edition - (int) ($this->dice->getInt(0, 9) === 0);
            $this->send(
                "/changes/$change->id/go",
                ['step' => $step->value, 'why' => $this->dice->getInt(0, 4) === 0 ? '' : 'So', 'version' => $seen]
            );

            return "$who: $step->value";
        }
        if ($dice < 9) {
            $yes = $this->dice->getInt(0, 3) > 0;
            $ask = ChangeAsk::query()->where('person_id', $who)->latest('id')->first();
            $body = ['yes' => $yes, 'comment' => 'So', 'round' => $change->approval()->first()->round ?? 0];
            $this->send($ask !== null && $dice === 8 ? $ask->link() : "/changes/$change->id/answer", $body);

            return "$who says ".($yes ? 'yes' : 'no');
        }
        if ($dice === 9) {
            $hours = $this->dice->getInt(0, 48);
            $this->send(
                "/changes/$change->id",
                [
                    ...self::plan(
                        from: gmdate('Y-m-d\TH:i:s\Z', $this->now + 3600 * $hours),
                        to: gmdate('Y-m-d\TH:i:s\Z', $this->now + 3600 * ($hours + 2)), kind: $change->kind->value
                    ),
                    'version' => $change->edition,
                ]
            );

            return "$who edits";
        }
        if ($dice === 10) {
            DB::table('absences')->insert(
                [
                    'person_id' => self::PEER, 'from_at' => $this->now - 60, 'to_at' => $this->now + 3600 * $this->dice->getInt(1, 30),
                    'what' => 'Leave', 'kind' => 'leave',
                ]
            );

            return 'a peer is away';
        }
        $this->now += $this->dice->getInt(60, 40_000);
        $this->at(gmdate('Y-m-d\TH:i:s\Z', $this->now));
        $this->clock();

        return 'time passes';
    }

    private function hold(Change $change, ChangeState $was, int $edition, int $entries, string $after): void
    {
        $state = $change->state;
        $approval = $change->approval()->first();
        if ($state !== $was) {
            self::assertGreaterThan($edition, $change->edition, "Who saw it before is told so: $after");
            self::assertGreaterThan(
                $entries, DB::table('journal')->where('kind', 'like', 'change.%')->count(), "It is written down: $after"
            );
            self::assertContains($state, self::after($was), "{$was->value} to {$state->value}: $after");
        }
        self::assertSame(! $state->isAhead() && $state !== ChangeState::Cancelled, $change->began_at !== null, "begun: $after");
        self::assertSame($state->isOver() && $state !== ChangeState::Cancelled, $change->ended_at !== null, "ended: $after");
        self::assertSame($change->ended_at !== null, $change->result !== null, "result: $after");
        if (in_array($state, [ChangeState::Approved, ChangeState::UnderWay], true)) {
            self::assertSame(ApprovalOutcome::Granted, $approval?->outcome, "approved: $after");
            self::assertSame(
                [],
                array_intersect(
                    $approval->answers()->where('is_yes', true)->pluck('person_id')->all(), [$change->implementer_id, $change->author_id]
                ),
                "nobody their own: $after"
            );
            self::assertTrue($approval->stages === [] || $approval->answers()->where('is_yes', true)->exists());
        }
        self::assertSame(
            $state === ChangeState::Asked, $approval !== null && $approval->outcome === null && $approval->look_at !== null, "waits: $after"
        );
        $quiet = $change->quiet_id === null ? null : DB::table('quiet_times')->where('id', $change->quiet_id)->first();
        if ($quiet !== null) {
            self::assertContains($state, [ChangeState::Approved, ChangeState::UnderWay], "quiet: $after");
        }
        // No quiet time is left behind that nothing is done in.
        $open = DB::table('quiet_times')->where('reason', 'like', "{$change->ref()} %")->where('to_at', '>', Moment::text($this->now))
            ->whereColumn('to_at', '>', 'from_at')->pluck('id')->all();
        self::assertSame([], array_values(array_diff($open, [$change->quiet_id])), "quiet: $after");
        $asked = array_merge(...array_column($approval->stages ?? [], 'of'));
        $said = $approval === null ? [] : ChangeAnswer::query()->where('approval_id', $approval->id)->distinct()->pluck('person_id')->all();
        self::assertSame(
            [], array_values(array_diff($said, $asked, in_array(self::PEER, $asked, true) ? ['lotte-krone'] : [])),
            "no outsider has a say: $after"
        );
    }

    /** @return list<ChangeState> where one comes in one deed, or as time passes */
    private static function after(ChangeState $was): array
    {
        return match ($was) {
            ChangeState::Draft, ChangeState::Refused, ChangeState::Expired => [ChangeState::Asked, ChangeState::Cancelled],
            ChangeState::Asked => [
                ChangeState::Approved, ChangeState::Refused, ChangeState::Expired, ChangeState::Draft, ChangeState::Cancelled,
            ],
            ChangeState::Approved => [ChangeState::UnderWay, ChangeState::Asked, ChangeState::Draft, ChangeState::Cancelled],
            ChangeState::UnderWay => [ChangeState::Done, ChangeState::BackedOut, ChangeState::Failed, ChangeState::InReview],
            ChangeState::InReview => [ChangeState::Done, ChangeState::BackedOut, ChangeState::Failed],
            default => [],
        };
    }
}
