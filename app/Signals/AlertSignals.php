<?php

declare(strict_types=1);

namespace App\Signals;

use App\Signals\Live\StoredSignal;
use Illuminate\Database\Eloquent\Builder;
use Skarvo\Signals\Replay\Thread;

/** Finds the signals behind an alert: those of its threads while it lasted. */
final class AlertSignals
{
    /** @return Builder<Signal> firing and clear ones */
    public static function of(Alert $alert): Builder
    {
        return Signal::query()->whereIn('family', self::families($alert))
            ->where('at', '>=', $alert->first_signal_at->getTimestamp())
            ->when($alert->closed_at, static fn(Builder $query, $closed) => $query->where('at', '<=', $closed->getTimestamp()));
    }

    /** @return list<int> numbers of the families of its threads */
    public static function families(Alert $alert): array
    {
        return array_values(array_unique(array_map(
            static fn(string $thread): int => StoredSignal::familyNumber(Thread::split($thread)[0]), $alert->threads,
        )));
    }
}
