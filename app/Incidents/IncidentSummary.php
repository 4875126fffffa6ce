<?php

declare(strict_types=1);

namespace App\Incidents;

use App\Incidents\Contracts\SaysSoFar;
use App\Incidents\Under\Children;
use App\Platform\Given;
use App\Platform\Look;
use App\Platform\Staff\Names;
use App\Signals\Alert;
use Carbon\CarbonImmutable;
use Illuminate\Database\Eloquent\Collection;
use Skarvo\Incidents\Stage;
use Skarvo\Topology\Affected;
use Skarvo\Topology\HitService;
use Skarvo\Topology\State;

/**
 * An incident as a list shows it: one line of what it is, one of how it stands.
 *
 * @phpstan-type IncidentLine array{
 *     id: int, ref: string, title: string, priority: int, service: string, stage: value-of<Stage>, stageWords: string,
 *     state: value-of<State>|'restored', stands: string, started_at: CarbonImmutable, declared_at: CarbonImmutable,
 *     resolved_at: CarbonImmutable|null, next_update_at: CarbonImmutable|null, restore_by: CarbonImmutable,
 *     respond_by: CarbonImmutable|null, answered_at: CarbonImmutable|null, coordinator: string,
 *     coordinator_id: string|null, major_at: CarbonImmutable|null,
 *     estimate_at: CarbonImmutable|null, estimate_by: string, estimates: int, part_of: int|null,
 * }
 */
final class IncidentSummary
{
    /** What has to be loaded with an incident. */
    public const NEEDS = ['service', 'reports', 'occasion'];

    /**
     * @param  Collection<int, Incident>  $incidents  with what it needs
     * @return list<IncidentLine> in the same order
     */
    public static function all(Collection $incidents, Situation $situation): array
    {
        $ids = array_values(array_map(intval(...), $incidents->modelKeys()));
        $work = array_replace(
            [], ...array_map(static fn(SaysSoFar $one): array => $one->stands($ids, $situation), Given::all(SaysSoFar::class)),
        );

        return array_values($incidents->map(static fn(Incident $incident): array => self::told(
            $incident, $situation, $work[$incident->id] ?? ($incident->team_id === null ? null : Names::team($incident->team_id)),
        ))->all());
    }

    /** @return IncidentLine */
    public static function of(Incident $incident, Situation $situation): array
    {
        return self::all(new Collection([$incident]), $situation)[0];
    }

    /** @return IncidentLine */
    private static function told(Incident $incident, Situation $situation, ?string $work): array
    {
        return [
            'id' => $incident->id, 'ref' => $incident->ref(), 'title' => $incident->title, 'priority' => $incident->priority,
            'service' => $incident->service->name ?? '', 'stage' => $incident->stage->value, 'stageWords' => $incident->stage->words(),
            'state' => self::state($incident, $situation), 'stands' => self::stands($incident, $work),
            'started_at' => $incident->started_at, 'declared_at' => $incident->declared_at, 'resolved_at' => $incident->resolved_at,
            'next_update_at' => $incident->occasion->next_update_at, 'restore_by' => $incident->restore_by,
            'respond_by' => $incident->respond_by, 'answered_at' => $incident->occasion->answered_at,
            'coordinator' => Names::person($incident->coordinator_id), 'coordinator_id' => $incident->coordinator_id,
            'major_at' => $incident->major_at,
            'estimate_at' => $incident->estimate_at, 'estimate_by' => Names::person($incident->estimate_by_id),
            'estimates' => $incident->estimates,
            'part_of' => Children::parentOf($incident->id),
        ];
    }

    /** @return value-of<State>|'restored' the worst of the services that it hits, else of its items */
    private static function state(Incident $incident, Situation $situation): string
    {
        if (! $incident->isOpen()) {
            return 'restored';
        }
        $impact = $situation->of($incident->id);
        $ranks = array_map(
            static fn(HitService $s): int => $s->state->rank(), $situation->services($incident->id),
        ) ?: array_map(static fn(Affected $a): int => $a->state->rank(), $impact->affected);

        // What is on no known item is still what its alerts say.
        return State::ofRank(
            $ranks !== []
                ? max($ranks)
                : self::worstAlert($incident->id),
        )->value;
    }

    /** The rank of what its alerts say, read for all that fire at once. */
    private static function worstAlert(int $incident): int
    {
        $ranks = Look::once('worst alerts of incidents', static function (): array {
            $ranks = [];
            foreach (Alert::query()->inIncidents()->distinct()->get(['incident_id', 'level']) as $alert) {
                $ranks[(int) $alert->incident_id] = max($ranks[(int) $alert->incident_id] ?? 0, $alert->level->observed()->rank());
            }

            return $ranks;
        });

        return $ranks[$incident] ?? 0;
    }

    private static function stands(Incident $incident, ?string $work): string
    {
        $reports = $incident->reports->count();

        return implode(
            ', ',
            array_filter([
                $incident->stage->words(), $work,
                $reports === 0 ? null : ($reports === 1 ? 'one linked report' : "$reports linked reports"),
            ]),
        ).'.';
    }
}
