<?php

declare(strict_types=1);

namespace App\Changes\Course;

use App\Changes\Change;
use App\Changes\NearChanges;
use App\Platform\Contracts\RunningClock;
use App\Platform\Contracts\RunsOut;
use App\Platform\Staff\Names;
use Skarvo\Changes\ChangeState;

/** Changes that are late, those that are under way and by when they are to be done, and reviews that are owed. */
final class ChangeClocks implements RunsOut
{
    private const MOST = 20;

    private const RUNNING = [ChangeState::Approved, ChangeState::UnderWay, ChangeState::InReview];

    public function clocks(): array
    {
        $running = NearChanges::all()
            ->filter(static fn(Change $one): bool => ! $one->is_recorded && in_array($one->state, self::RUNNING, true));

        return array_values($running->take(self::MOST)->map(static function (Change $one): RunningClock {
            [$title, $due, $began] = match ($one->state) {
                ChangeState::UnderWay => ["{$one->ref()} is to be done", $one->to_at, $one->began_at ?? $one->from_at],
                ChangeState::InReview => ["Review of {$one->ref()}", $one->review_due_at ?? $one->to_at, $one->ended_at ?? $one->to_at],
                default => ["{$one->ref()} is to begin", $one->from_at, $one->made_at],
            };

            return new RunningClock(
                "change-$one->id-{$one->state->value}", $title,
                $one->title.($one->implementer_id === null ? '' : ', '.Names::person($one->implementer_id)), $due, $began,
                "/changes/$one->id", $due->isPast(), $one->state === ChangeState::InReview ? $one->review_by_id : $one->implementer_id,
            );
        })->all());
    }
}
