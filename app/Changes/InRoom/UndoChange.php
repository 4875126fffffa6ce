<?php

declare(strict_types=1);

namespace App\Changes\InRoom;

use App\Changes\Change;
use App\Changes\Planning\ChangePlan;
use App\Changes\Planning\PlanChange;
use App\Incidents\Incident;
use App\Platform\Person;
use App\Platform\Refused;
use Carbon\CarbonImmutable;
use Illuminate\Support\Facades\DB;
use Skarvo\Changes\ChangeKind;
use Skarvo\Changes\ChangeState;

/** The way back of a change becomes an emergency change of its own, filled in. Call it inside a transaction. */
final class UndoChange
{
    private const MINUTES = 30;

    /** @throws Refused if it is being undone already, or was undone */
    public function __invoke(Change $change, Incident $incident, Person $by): Change
    {
        $other = Change::query()->where('undoes_id', $change->id)->whereNotIn(
            'state', [ChangeState::Cancelled, ChangeState::Failed, ChangeState::BackedOut, ChangeState::Refused, ChangeState::Expired]
        )->first();
        if ($other !== null) {
            throw Refused::because("{$other->ref()} takes it out already: it is {$other->words()}.");
        }
        $items = $change->items();
        $now = CarbonImmutable::now()->startOfMinute();
        $before = $change->service_named === null
            ? null
            : DB::table('changes')->where('service_named', $change->service_named)->where('environment', $change->environment)
            ->where('ended_at', '<', $change->to())->where('result', 'ok')->whereNotNull('version_named')->orderByDesc('ended_at')
                ->value('version_named');

        return (new PlanChange($by))->plan(new ChangePlan(
            mb_substr("Take out {$change->ref()} $change->title", 0, 200), ChangeKind::Emergency, $now, $now->addMinutes(self::MINUTES),
            $items['down'], $items['touched'],
            "{$change->ref()} is suspected of {$incident->ref()} $incident->title.",
            $change->version_named === null ? "Do {$change->ref()} again." : "Bring $change->version_named in again.",
            $change->implementer_id ?? $change->author_id, $change->team_id,
            [[
                'text' => $change->back_out
                    ?? (is_string($before) ? "Bring $change->service_named back to $before" : "Take out what {$change->ref()} brought in"),
                'minutes' => self::MINUTES, 'check' => 'The alerts of '.$incident->ref().' end', 'back' => null, 'no_return' => false,
            ]],
            $incident->id, $change->id,
        ));
    }
}
