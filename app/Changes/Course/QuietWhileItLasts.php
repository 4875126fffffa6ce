<?php

declare(strict_types=1);

namespace App\Changes\Course;

use App\Changes\Change;
use App\Platform\Journal\Actor;
use App\Platform\Person;
use App\Signals\Tuning\SetQuiet;
use App\Updates\Planned\AnnounceWork;
use App\Updates\Planned\PlannedWork;
use Skarvo\Changes\ChangeState;

/**
 * What a change takes down opens no alerts while it lasts, once it is approved; and what people were told of it goes along:
 * it is told anew where the change moves, and that it does not take place where nothing comes of it. Call it inside a transaction.
 */
final class QuietWhileItLasts
{
    public static function follow(Change $change, Person $by): void
    {
        $down = $change->items()['down'];
        $isOn = in_array($change->state, [ChangeState::Approved, ChangeState::UnderWay], true) && $change->to_at->isFuture();
        $work = self::told($change);
        if ($change->quiet_id === null && $down !== [] && $isOn) {
            $change->update(
                ['quiet_id' => (new SetQuiet)($down, false, $change->from(), $change->to_at, "{$change->ref()} $change->title", $by)]
            );
            if ($work !== null) {
                AnnounceWork::move($work, (int) $change->quiet_id, Actor::person($by));
            }
        } elseif ($change->quiet_id === null && $change->state !== ChangeState::Asked) {
            self::letGo($change);
        }
    }

    /** Nothing comes of it as it was told: those who were told are told so. */
    public static function letGo(Change $change): void
    {
        $work = self::told($change);
        if ($work !== null) {
            AnnounceWork::hold($work, false);
        }
    }

    public static function end(Change $change, Person $by): void
    {
        $work = self::told($change);
        if ($work !== null) {
            // Asked for again, it may yet take place.
            AnnounceWork::hold($work, $change->state->isAhead());
        }
        if ($change->quiet_id !== null) {
            (new SetQuiet)->end($change->quiet_id, $by);
            $change->update(['quiet_id' => null, ...($work === null ? [] : ['planned_id' => $work->id])]);
        }
    }

    /** What people were told of it, as long as it goes on. */
    public static function told(Change $change): ?PlannedWork
    {
        return PlannedWork::query()->open()->where(
            static fn($any) => $any->whereKey($change->planned_id ?? 0)->orWhere('quiet_id', $change->quiet_id ?? 0),
        )->orderByDesc('id')->first();
    }
}
