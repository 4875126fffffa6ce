<?php

declare(strict_types=1);

namespace App\Changes\Course;

use App\Changes\Change;
use App\Platform\Person;
use App\Signals\Tuning\SetQuiet;
use Skarvo\Changes\ChangeState;

/** What a change takes down opens no alerts while it lasts, once it is approved; what it announces to people hangs on that time. */
final class QuietWhileItLasts
{
    public static function follow(Change $change, Person $by): void
    {
        $down = $change->items()['down'];
        if ($change->quiet_id === null && $down !== [] && in_array($change->state, [ChangeState::Approved, ChangeState::UnderWay], true) && $change->to_at->isFuture()) {
            $change->update(['quiet_id' => (new SetQuiet)($down, false, $change->from(), $change->to_at, "{$change->ref()} $change->title", $by)]);
        }
    }

    public static function end(Change $change, Person $by): void
    {
        if ($change->quiet_id !== null) {
            (new SetQuiet)->end($change->quiet_id, $by);
            $change->update(['quiet_id' => null]);
        }
    }
}
