<?php

declare(strict_types=1);

namespace App\Incidents\Merging;

use App\Incidents\Contracts\RoomPanel;
use App\Incidents\Incident;
use App\Incidents\Requests\MergeIncidentsRequest;
use App\Incidents\Requests\SplitIncidentRequest;
use App\Incidents\Situation;
use App\Platform\CurrentPerson;
use App\Platform\Once;
use App\Platform\Person;
use Illuminate\Http\RedirectResponse;
use Inertia\Inertia;

/**
 * Two incidents that turned out to be one.
 *
 * @phpstan-type OpenIncidentLine array{id: int, ref: string, title: string}
 */
final class MergingController implements RoomPanel
{
    public function room(Incident $incident, Situation $situation, Person $reader): array
    {
        // For whoever opens that sheet.
        return ['others' => Inertia::optional(static fn(): array => array_values(
            Incident::allOpen()->where('id', '!=', $incident->id)->map(static fn(Incident $one): array => [
                'id' => $one->id, 'ref' => $one->ref(), 'title' => $one->title,
            ])->all(),
        ))];
    }

    public function split(SplitIncidentRequest $request, Incident $incident, SplitIncident $split): RedirectResponse
    {
        $input = $request->validated();
        $ids = static fn(string $field): array => array_values(array_unique(array_map(intval(...), $input[$field] ?? [])));
        $new = null;
        Once::for($request, static function () use (&$new, $split, $incident, $input, $ids, $request): void {
            $new = $split(
                $incident, trim($input['title']), $ids('alerts'), $ids('reports'), trim($input['why']), CurrentPerson::of($request)
            );
        });

        return $new === null ? back() : redirect()->route('room', $new->id);
    }

    public function merge(MergeIncidentsRequest $request, Incident $incident, MergeIncidents $merge): RedirectResponse
    {
        $input = $request->validated();
        $into = Incident::query()->findOrFail((int) $input['into']);
        Once::for($request, static fn() => $merge($incident, $into, trim($input['why']), CurrentPerson::of($request)));

        return redirect()->route('room', $into->id);
    }
}
