<?php

declare(strict_types=1);

namespace Skarvo\Changes\Approvals;

use Skarvo\Time\Instant;

/**
 * Works out from what everybody said whether a change may go ahead, and who speaks for whom.
 *
 * Nothing of it is stored: what was said is, and from it all follows, so that somebody who comes back or goes away is
 * taken into account at once.
 */
final class Approvals
{
    /**
     * Whether somebody has a say now: their own, or for somebody who is away.
     *
     * @param  list<Answer>  $answers
     */
    public static function maySpeak(Request $request, array $answers, string $person, int $now): bool
    {
        // Asked of the same rules, by what would become of their answer.
        foreach (self::of($request, [...$answers, new Answer(Instant::ofSeconds($now), $person, true)], $now)->stages as $stage) {
            foreach ($stage->seats as $seat) {
                if ($seat->by === $person && $seat->at === $now) {
                    return true;
                }
            }
        }

        return false;
    }

    /** @param  list<Answer>  $answers  in any order; of one instant, in theirs */
    public static function of(Request $request, array $answers, int $now): Approval
    {
        $answers = array_filter($answers, static fn(Answer $answer): bool => $answer->at->seconds <= $now);
        usort($answers, static fn(Answer $a, Answer $b): int => $a->at->compare($b->at));
        $standings = [];
        $outcome = ApprovalOutcome::Granted;
        $at = $request->askedAt;
        foreach ($request->stages as $stage) {
            if ($outcome !== ApprovalOutcome::Granted) {
                $seats = Sitting::seatsOf($request, $stage);
                $standings[] = new StageStanding(
                    $stage->name, StageState::NotBegun, null, null, $stage->needs->of(count($seats)), false, [], $seats,
                );

                continue;
            }
            $sitting = new Sitting($request, $stage, $at);
            while ($answers !== [] && $sitting->state() === StageState::Open) {
                $sitting->expireBy($answers[0]->at->seconds, whole: false);
                if ($sitting->state() === StageState::Open) {
                    $sitting->take(array_shift($answers));
                }
            }
            $sitting->expireBy($now, whole: true);
            $standings[] = $sitting->standing($now);
            $outcome = $sitting->state()->outcome();
            $at = $sitting->endedAt() ?? $at;
        }

        return new Approval($outcome, $outcome === ApprovalOutcome::Waiting ? null : $at, $standings);
    }
}
