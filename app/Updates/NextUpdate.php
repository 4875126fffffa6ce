<?php

declare(strict_types=1);

namespace App\Updates;

use App\Incidents\Incident;
use App\Incidents\Situation;
use App\Incidents\UpdateRhythm;
use App\Topology\Estate;
use App\Updates\Versions\FactsOf;
use App\Updates\Versions\WrittenUpdate;
use Skarvo\Incidents\Stage;
use Skarvo\Topology\State;
use Skarvo\Updates\Versions\Draft;
use Skarvo\Updates\Versions\Drafts;
use Skarvo\Updates\Versions\Version;

/** The next update of an incident, written from what is known now. */
final class NextUpdate
{
    /**
     * @return array{
     *     number: int, stage: string, text: string, unchanged: string|null, meanwhile: string, cause: string, counter: string,
     *     services: list<array{name: string, state: string}>, next_minutes: int, next_by: string,
     * }
     */
    public static function of(Incident $incident, Situation $situation, ?Stage $stage = null): array
    {
        $all = Update::ofIncident($incident->id);
        $last = $all->first();
        $stage ??= $incident->stage;
        $facts = FactsOf::next(
            $incident, $situation, new WrittenUpdate($stage, '', $last?->meanwhile, null, $last?->cause, $last?->counter), null,
        );
        $drafts = new Drafts($facts);

        return [
            'number' => (int) $all->where('incident_id', $incident->id)->max('number') + 1,
            'stage' => $stage->value,
            'text' => $drafts->of(Version::Everybody)->text,
            // Nothing can be as it was before anything was said.
            'unchanged' => $last === null ? null : $drafts->of(Version::Everybody, isUnchanged: true)->text,
            'meanwhile' => (string) $facts->meanwhile, 'cause' => (string) $facts->cause, 'counter' => (string) $facts->counter,
            'services' => self::lines($facts->services),
            'next_minutes' => intdiv(UpdateRhythm::of($incident), 60), 'next_by' => UpdateRhythm::by($incident),
        ];
    }

    /**
     * @return list<array{name: string, state: State}> by the names that outsiders know, what is hit; of one that nothing shows, what it is
     *      about
     */
    public static function services(Incident $incident, Situation $situation): array
    {
        $estate = $situation->estate;
        $services = [];
        foreach ($situation->services($incident->id) as $service) {
            $public = $estate->item($service->id)['public_name'] ?? null;
            // Of two that outsiders know as one, the worse.
            if ($public !== null && $service->state->isBroken() && ! isset($services[$public])) {
                $services[$public] = ['name' => $public, 'state' => $service->state];
            }
        }
        $own = $incident->service_id === null ? null : $estate->item($incident->service_id);
        // What outsiders do not know by name is not named to them.
        if ($services === [] && ($own['public_name'] ?? null) !== null) {
            return [['name' => $own['public_name'], 'state' => State::Degraded]];
        }

        return array_values($services);
    }

    /**
     * @param  list<array{name: string, state: State}>  $services
     * @return list<array{name: string, state: value-of<State>}>
     */
    public static function lines(array $services): array
    {
        return array_map(static fn(array $one): array => ['name' => $one['name'], 'state' => $one['state']->value], $services);
    }

    /** What outsiders are told when an incident that was over is not. */
    public static function reopened(Incident $incident): string
    {
        return Draft::reopened(self::publicNames($incident))->text;
    }

    /** @return list<string> of the services about which its updates, and those of what was merged into it, told outsiders, and of the one it is about */
    public static function publicNames(Incident $incident): array
    {
        $told = Update::query()->whereIn('incident_id', Incident::mergedInto($incident->id))
            ->orderBy('id')->get()->flatMap(static fn(Update $u): array => array_column($u->services, 'name'))->all();
        $own = $incident->service_id === null ? null : Estate::open()->item($incident->service_id);

        return array_values(array_unique([...array_filter([$own['public_name'] ?? null]), ...$told]));
    }
}
