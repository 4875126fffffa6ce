<?php

declare(strict_types=1);

namespace App\Changes\Course;

use App\Changes\Change;
use App\Platform\Contracts\RunningClock;
use App\Platform\Contracts\RunsOut;
use Skarvo\Changes\ChangeState;

/** Changes that are late, those that are under way and by when they are to be done, and reviews that are owed. */
final class ChangeClocks implements RunsOut
{
    private const MOST = 20;

    private const AHEAD_HOURS = 4;

    public function clocks(): array
    {
        $near = Change::query()->with(['implementer', 'author'])->where(static fn($any) => $any
            ->where('state', ChangeState::UnderWay)
            ->orWhere(static fn($late) => $late->where('state', ChangeState::Approved)->where('from_at', '<', now()->addHours(self::AHEAD_HOURS)))
            ->orWhere('state', ChangeState::InReview))->where('is_recorded', false)->orderBy('to_at')->limit(self::MOST)->get();

        return array_values($near->map(static function (Change $one): RunningClock {
            [$title, $due, $began] = match ($one->state) {
                ChangeState::UnderWay => ["{$one->ref()} is to be done", $one->to_at, $one->began_at ?? $one->from_at],
                ChangeState::InReview => ["Review of {$one->ref()}", $one->review_due_at ?? $one->to_at, $one->ended_at ?? $one->to_at],
                default => ["{$one->ref()} is to begin", $one->from_at, $one->made_at],
            };

            return new RunningClock(
                "change-$one->id-{$one->state->value}", $title, $one->title.($one->who() === null ? '' : ", {$one->who()}"), $due, $began, "/changes/$one->id",
                $due->isPast(), $one->state === ChangeState::InReview ? $one->review_by_id : $one->implementer_id,
            );
        })->all());
    }
}
