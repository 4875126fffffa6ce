<?php

declare(strict_types=1);

namespace App\Incidents;

use App\Incidents\Contracts\RoomPanel;
use App\Platform\CurrentPerson;
use App\Platform\Given;
use App\Platform\Journal\Telling;
use App\Platform\Staff\Names;
use App\Signals\Alert;
use App\Signals\LikelyCause;
use App\Topology\Reach;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\RedirectResponse;
use Illuminate\Http\Request;
use Inertia\Inertia;
use Inertia\Response;
use Skarvo\Incidents\Impact;
use Skarvo\Incidents\Stage;
use Skarvo\Incidents\Urgency;

/**
 * The room of an incident: what we know, what was done, who is here, what to say next.
 *
 * @phpstan-import-type JournalLine from Telling
 */
final class RoomController
{
    public function show(Request $request, Incident $incident): Response|RedirectResponse
    {
        if ($incident->merged_into_id !== null) {
            // The old reference leads where it goes on.
            return redirect()->route('room', $incident->merged_into_id);
        }
        $person = CurrentPerson::of($request);
        Presence::seen($incident, $person);
        // The same that the clocks go by: what hangs on it is read once.
        $incident = (Incident::open($incident->id) ?? $incident)->loadMissing(IncidentSummary::NEEDS);
        $situation = Situation::shown();

        return Inertia::render('Incidents/Room', [
            // First: it reads the estate as a whole, and what is traced after it finds all that it needs.
            'causes' => fn(): array => LikelyCause::of(
                Alert::query()->whereNull('closed_at')->where('incident_id', $incident->id), $situation->standing->observed(),
                $situation->estate,
            ),
            'incident' => fn(): array => [
                ...IncidentSummary::of($incident, $situation),
                'impact' => $incident->impact->value, 'urgency' => $incident->urgency->value, 'version' => $incident->version,
                'service_id' => $incident->service_id,
                'team' => $incident->team_id === null ? null : Names::team($incident->team_id),
                'resolution' => $incident->resolution,
            ],
            'soFar' => fn(): string => SoFar::of($incident, $situation),
            'nextSteps' => fn(): array => SoFar::next($incident),
            'reach' => fn(): array => $this->reach($incident, $situation),
            'hit' => fn(): array => $this->hit($incident, $situation),
            // What somebody looks at once they have read the rest.
            'together' => Inertia::defer(
                static fn(): ?array => $incident->isOpen() ? OnOneItem::now($situation)->ofIncident($incident) : null, 'later',
            ),
            'said' => fn(): array => Said::inOrder($incident->id),
            'alerts' => fn() => Alert::query()->where('incident_id', $incident->id)
                ->orderByRaw('closed_at is not null')->orderBy('first_signal_at')->get()
                ->map(fn(Alert $a): array => $a->toLine()),
            'reports' => fn() => $incident->reports->load(['service', 'link'])->map(fn(Report $r): array => $r->toLine()),
            'looseReports' => Inertia::defer(static fn() => Report::query()->with(['service', 'link'])
                ->loose()->whereNull('resolved_at')->orderBy('told_at')->get()
                ->map(static fn(Report $r): array => $r->toLine()), 'later'),
            'journal' => fn(): array => $this->journal($incident),
            'people' => fn(): array => Presence::in($incident),
            ...array_merge(
                [],
                ...array_map(
                    static fn(RoomPanel $panel): array => $panel->room($incident, $situation, $person),
                    Given::all(RoomPanel::class),
                ),
            ),
            'choices' => fn(): array => [
                'impacts' => array_map(static fn(Impact $i): array => ['value' => $i->value, 'meaning' => $i->meaning()], Impact::cases()),
                'urgencies' => array_map(
                    static fn(Urgency $u): array => ['value' => $u->value, 'meaning' => $u->meaning()], Urgency::cases(),
                ),
                'stages' => array_map(
                    static fn(Stage $s): array => ['value' => $s->value, 'meaning' => $s->words()],
                    array_slice(Stage::cases(), 0, 4),
                ),
                'priorities' => Priorities::matrix()->toArray()['priorities'],
            ],
        ]);
    }

    /** An open room says from time to time that it is open. */
    public function here(Request $request, Incident $incident): JsonResponse
    {
        Presence::seen($incident, CurrentPerson::of($request));

        return new JsonResponse(['here' => $incident->isOpen()]);
    }

    public function resolvePreview(Incident $incident, ResolveIncident $resolve): JsonResponse
    {
        return new JsonResponse($resolve->preview($incident));
    }

    /** @return array{lines: list<JournalLine>, earlier: int} its end, and how many entries stand before that; or all of it */
    private function journal(Incident $incident): array
    {
        $inFull = InFull::isAsked('journal');
        $entries = $inFull ? Story::of($incident) : Story::end($incident);

        return [
            'lines' => array_values($entries->map(Telling::of(...))->all()),
            'earlier' => $inFull ? 0 : Story::length($incident) - count($entries),
        ];
    }

    /** @return array<string, mixed> */
    private function reach(Incident $incident, Situation $situation): array
    {
        return (new Reach($situation->estate, $situation->of($incident->id), $situation->standing->affected()))->toArray();
    }

    /**
     * @return array{behind: string|null,
     *      owners: list<array{id: string, name: string, of: list<string>, told: \Carbon\CarbonImmutable|null}>,
     *      grown: array<string, mixed>|null} who stands behind it and who answers for it, and whether it is judged too low by now
     */
    private function hit(Incident $incident, Situation $situation): array
    {
        $hit = WhatIsHit::by($situation->observed($incident->id), $situation->standing);

        $told = Story::noted($incident)->where('kind', IncidentEntry::OwnerTold->value)->pluck('at', 'subject_id');

        return [
            'behind' => $hit->behind(), 'grown' => $hit->grown($incident),
            'owners' => array_map(static fn(array $owner): array => [...$owner, 'told' => $told[$owner['id']] ?? null], $hit->owners()),
        ];
    }
}
