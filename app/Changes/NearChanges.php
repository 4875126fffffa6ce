<?php

declare(strict_types=1);

namespace App\Changes;

use App\Platform\Look;
use App\Platform\Moment;
use Illuminate\Database\Eloquent\Builder;
use Illuminate\Database\Eloquent\Collection;
use Skarvo\Changes\ChangeState;

/** Changes of the last hours and the next: read once in a look at a screen, for the band and the running clocks. */
final class NearChanges
{
    private const BACK_SECONDS = 8 * 3600;

    private const AHEAD_SECONDS = 6 * 3600;

    private const MOST = 300;

    /** @return Collection<int, Change> the earliest first */
    public static function all(): Collection
    {
        return Look::once('near changes', static fn(): Collection => Change::query()
            ->where(static fn(Builder $any) => $any
                ->where(
                    static fn(Builder $soon) => $soon->where('state', ChangeState::Approved)
                        ->where('from_at', '<', Moment::of(Moment::now() + self::AHEAD_SECONDS))
                )
                ->orWhereIn('state', [ChangeState::UnderWay, ChangeState::InReview])
                ->orWhere('ended_at', '>', Moment::of(Moment::now() - self::BACK_SECONDS)))
            ->orderByDesc('from_at')->limit(self::MOST)->get()->reverse()->values());
    }
}
