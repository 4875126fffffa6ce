<?php

declare(strict_types=1);

namespace App\Changes;

use App\Rota\Contracts\FillsCalendar;
use Carbon\CarbonImmutable;
use Illuminate\Database\Eloquent\Builder;
use Skarvo\Changes\ChangeState;

/** Changes that are planned here, as events: what waits for approval is tentative, what was cancelled says so. */
final class ChangesInCalendars implements FillsCalendar
{
    private const MOST = 1000;

    public function kind(): string
    {
        return 'changes';
    }

    public function name(): string
    {
        return 'Changes';
    }

    public function events(int $from, int $to): array
    {
        return array_values(Change::query()->with(['implementer', 'author'])->where('is_recorded', false)->where(
            'state', '!=', ChangeState::Draft
        )
            ->where('to_at', '>', CarbonImmutable::createFromTimestampUTC($from))
                ->where('from_at', '<', CarbonImmutable::createFromTimestampUTC($to))
            ->where(static fn(Builder $any) => $any->whereNotIn('state', [ChangeState::Refused, ChangeState::Expired]))
            ->orderByDesc('from_at')->limit(self::MOST)->get()->reverse()->map(static fn(Change $one): array => [
                'UID' => "change-$one->id@skarvo", 'DTSTAMP' => $one->made_at->utc(), 'SEQUENCE' => $one->edition,
                'DTSTART' => $one->from()->utc(), 'DTEND' => max($one->to(), $one->from()->addMinute())->utc(),
                'SUMMARY' => "{$one->ref()} $one->title", 'DESCRIPTION' => $one->words().($one->who() === null ? '' : "; {$one->who()}"),
                'STATUS' => match ($one->state) {
                    ChangeState::Cancelled => 'CANCELLED', ChangeState::Asked => 'TENTATIVE', default => 'CONFIRMED',
                },
                'TRANSP' => 'TRANSPARENT', 'URL' => url("/changes/$one->id"),
            ])->all());
    }
}
