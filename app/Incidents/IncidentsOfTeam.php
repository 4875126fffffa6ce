<?php

declare(strict_types=1);

namespace App\Incidents;

use App\Incidents\Contracts\TakesPart;
use App\Platform\Given;
use App\Platform\Moment;
use App\Platform\WallClock;
use App\Rota\Contracts\HandsOver;
use App\Rota\Rota;
use Illuminate\Database\Eloquent\Builder;

/** What of a team's incidents whoever comes on call has to know. */
final class IncidentsOfTeam implements HandsOver
{
    private const LINES = 6;

    private const RESOLVED = 3;

    private const RESOLVED_SECONDS = 2 * 86400;

    public function open(Rota $rota): array
    {
        $open = Incident::query()->with('occasion')->whereNull('resolved_at')->where(static function (Builder $any) use ($rota): void {
            $any->where('team_id', $rota->team_id);
            foreach (Given::all(TakesPart::class) as $one) {
                $any->orWhereIn('id', $one->ofTeam($rota->team_id));
            }
        });

        return array_values($open->orderBy('priority')->limit(self::LINES)->get()->map(static fn(Incident $incident): array => [
            'text' => "{$incident->ref()}, priority $incident->priority: $incident->title; ".mb_strtolower($incident->stage->words()).(
                $incident->occasion->next_update_at === null
                    ? ''
                    : ', an update is owed at '.WallClock::time($incident->occasion->next_update_at)
            ),
            'link' => "/incidents/$incident->id",
        ])->all());
    }

    public function noisy(Rota $rota, int $since, int $at): array
    {
        return [];
    }

    public function watch(Rota $rota, int $since, int $at): array
    {
        return array_values(Incident::query()->where('team_id', $rota->team_id)->where(
            'resolved_at', '>=', Moment::text(max($since, $at - self::RESOLVED_SECONDS))
        )->orderByDesc('resolved_at')->limit(self::RESOLVED)->get()
            ->map(static fn(Incident $incident): array => [
                'text' => "{$incident->ref()} was resolved: ".mb_strimwidth(
                    (string) $incident->resolution, 0, 90, '…',
                ).' See that it stays so',
                'link' => "/incidents/$incident->id",
            ])->all());
    }
}
