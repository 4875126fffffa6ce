<?php

declare(strict_types=1);

namespace App\Updates\Following;

use App\Incidents\Incident;
use App\Incidents\Situation;
use App\Platform\Person;
use App\Topology\Answerable;
use Skarvo\Topology\HitService;
use Skarvo\Updates\Versions\Version;

/** Whoever answers for a service that is hit, or has lost its spare and would be next, hears what outsiders are told: they need not ask. */
final class AnswerableHear
{
    /** Those who answer towards the business: whoever works on it is called. */
    private const ROLES = ['business_owner', 'delivery_manager'];

    /** Before an update is put on its way, in the same transaction. */
    public static function begin(Incident $incident, Situation $situation): void
    {
        foreach (self::whom($incident, $situation) as [$person, $why]) {
            (new FollowOwn($person))->begin($incident, $why, (new FollowOwn($person))->isThere() ? null : Version::Card);
        }
    }

    /** @return list<array{Person, string}> with why; without those who hear already, or said that they want none of it */
    public static function whom(Incident $incident, Situation $situation): array
    {
        $hit = array_map(static fn(HitService $one): string => $one->id, $situation->services($incident->id));
        $services = array_values(array_unique([...$hit, ...($incident->service_id === null ? [] : [$incident->service_id])]));
        $people = array_filter(Answerable::of($services, self::ROLES)['who'], static fn(array $one): bool => ! $one['isTeam']);
        $accounts = Person::query()->whereKey(array_column($people, 'id'))->whereNull('left_at')->get()->keyBy('id');
        $whom = [];
        foreach ($people as $one) {
            $account = $accounts->get($one['id']);
            if ($account !== null && ! (new FollowOwn($account))->hasSaid($incident)) {
                $whom[] = [$account, implode('; ', array_map(
                    static fn(array $as): string => lcfirst($as['role']).' of '.implode(', ', $as['items']), $one['as'],
                ))];
            }
        }

        return $whom;
    }
}
