<?php

declare(strict_types=1);

namespace App\Changes;

use App\Platform\Contracts\BandRow;
use App\Platform\Moment;
use App\Platform\Person;
use Illuminate\Database\Eloquent\Builder;
use Skarvo\Changes\ChangeState;

/** Changes as marks on the time band: those that were made, are under way, or are approved. */
final class ChangesOnBand implements BandRow
{
    private const MOST = 200;

    public function rows(Person $reader, int $from, int $to): array
    {
        return ['changes' => array_values(Change::query()
            ->where(static fn(Builder $any) => $any->whereNotNull('began_at')->orWhere('state', ChangeState::Approved))
            ->where('from_at', '<', Moment::of($to))->where(static fn(Builder $any) => $any->where('ended_at', '>', Moment::of($from))->orWhereNull('ended_at'))
            ->where('to_at', '>', Moment::of($from))->whereNotIn('state', [ChangeState::Cancelled])
            ->orderByDesc('from_at')->limit(self::MOST)->get()->map(static fn(Change $one): array => [
                'id' => $one->id, 'ref' => $one->ref(), 'title' => $one->title, 'from' => $one->from(), 'to' => $one->to(), 'state' => $one->state->value,
            ])->all())];
    }
}
