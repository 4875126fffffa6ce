<?php

declare(strict_types=1);

namespace App\Paging;

use App\Incidents\Occasion;
use App\Platform\Team;
use Skarvo\Paging\PolicyCase;
use Skarvo\Time\Zone;

/** A team's policies: one for most cases, and others for a service, an urgency, hours. */
final class Policies
{
    public static function for(Team $team, Occasion $occasion, int $at): ?EscalationPolicy
    {
        return self::choose($team->id, $occasion->service_id ?? '', $occasion->urgency->value, $at);
    }

    public static function choose(string $team, string $service, string $urgency, int $at): ?EscalationPolicy
    {
        $policies = EscalationPolicy::query()->where('team_id', $team)->orderBy('id')->get()->keyBy('id');
        $cases = $policies->map(static fn(EscalationPolicy $policy): PolicyCase => $policy->forWhat())->all();
        $chosen = PolicyCase::choose($cases, $service, $urgency, $at, Zone::orUtc(config()->string('skarvo.time_zone')));

        return $chosen === null ? null : $policies->get($chosen);
    }
}
