<?php

declare(strict_types=1);

namespace App\Incidents;

use App\Platform\CurrentPerson;
use App\Platform\Journal\Actor;
use App\Platform\Journal\Journal;
use App\Platform\Once;
use App\Platform\Refused;
use App\Signals\Alert;
use App\Signals\Standing;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\RedirectResponse;
use Illuminate\Http\Request;
use Illuminate\Validation\Rule;
use Inertia\Inertia;
use Inertia\Response;
use Skarvo\Incidents\Impact;
use Skarvo\Incidents\Stage;
use Skarvo\Incidents\Urgency;

final class IncidentsController
{
    public function index(Request $request): Response
    {
        $standing = Standing::now();
        $show = $request->string('show')->toString() === 'all' ? 'all' : 'open';

        return Inertia::render('Incidents/Incidents', [
            'show' => $show,
            'incidents' => Incident::query()->with(IncidentSummary::NEEDS)
                ->when($show === 'open', fn($query) => $query->whereNull('resolved_at'))
                ->when($request->date('from'), fn($query, $from) => $query->where(fn($q) => $q->whereNull('resolved_at')->orWhere('resolved_at', '>=', $from)))
                ->when($request->date('to'), fn($query, $to) => $query->where('started_at', '<=', $to))
                ->orderByRaw('resolved_at is not null')->orderBy('priority')->latest('declared_at')->limit(200)->get()->map(static fn(Incident $incident): array => IncidentSummary::of($incident, $standing)),
        ]);
    }

    public function change(Request $request, Incident $incident, ChangeIncident $change): RedirectResponse
    {
        $input = $request->validate([
            'version' => ['required', 'integer'], 'why' => ['nullable', 'string', 'max:500'], 'call' => ['boolean'], 'title' => ['required', 'string', 'max:160'],
            'impact' => ['required', Rule::enum(Impact::class)], 'urgency' => ['required', Rule::enum(Urgency::class)],
            'stage' => ['required', Rule::in(array_map(static fn(Stage $s): string => $s->value, array_filter(Stage::cases(), static fn(Stage $s): bool => $s !== Stage::Restored)))],
        ]);
        Once::for($request, static fn() => $change(
            $incident, (int) $input['version'], $input['title'], Impact::from($input['impact']), Urgency::from($input['urgency']), Stage::from($input['stage']), CurrentPerson::of($request), (string) ($input['why'] ?? ''), (bool) ($input['call'] ?? false),
        ));

        return back();
    }

    /** Somebody takes the coordination: of an incident that declared itself, or from somebody else. */
    public function coordinate(Request $request, Incident $incident): RedirectResponse
    {
        $person = CurrentPerson::of($request);
        $input = $request->validate(['from' => ['nullable', 'string']]);
        Once::for($request, static function () use ($incident, $person, $input): void {
            if (Incident::query()->whereKey($incident->id)->whereNull('resolved_at')->where('coordinator_id', $input['from'] ?? null)->update(['coordinator_id' => $person->id]) === 0) {
                $now = $incident->refresh()->load('coordinator')->coordinator;
                throw Refused::because($now === null ? 'This incident is over.' : "$now->name coordinates this by now.");
            }
            Alert::query()->where('incident_id', $incident->id)->whereNull('taken_at')->update(['taken_by' => $person->id, 'taken_at' => now()]);
            Journal::write(Actor::person($person), 'incident.coordinator', ['incident', $incident->id], [], $incident->id);
        });

        return back();
    }

    public function note(Request $request, Incident $incident): RedirectResponse
    {
        $input = $request->validate(['text' => ['required', 'string', 'max:4000'], 'decision' => ['boolean']], ['text.required' => 'Write what happened.']);
        $person = CurrentPerson::of($request);
        Once::for($request, static function () use ($incident, $input, $person): void {
            Journal::write(Actor::person($person), ($input['decision'] ?? false) ? 'incident.decision' : 'incident.note', ['incident', $incident->id], ['text' => $input['text']], $incident->id);
        });

        return back();
    }

    public function resolve(Request $request, Incident $incident, ResolveIncident $resolve): RedirectResponse
    {
        $input = $request->validate(['resolution' => ['required', 'string', 'max:2000'], 'update' => ['required', 'string', 'max:2000']], [
            'resolution.required' => 'Say what was done, for those who come after you.', 'update.required' => 'Say in a sentence that it is over.',
        ]);
        Once::for($request, static fn() => $resolve($incident, $input['resolution'], $input['update'], CurrentPerson::of($request)));

        return back();
    }

    public function reopenPreview(Incident $incident, ReopenIncident $reopen): JsonResponse
    {
        return new JsonResponse($reopen->preview($incident->load('team')));
    }

    public function reopen(Request $request, Incident $incident, ReopenIncident $reopen): RedirectResponse
    {
        $input = $request->validate(['why' => ['required', 'string', 'max:500'], 'update' => ['required', 'string', 'max:2000'], 'call' => ['boolean']], [
            'why.required' => 'Say why it is not over.', 'update.required' => 'Say in a sentence that it is not over.',
        ]);
        Once::for($request, static fn() => $reopen($incident, $input['why'], $input['update'], (bool) ($input['call'] ?? false), CurrentPerson::of($request)));

        return redirect()->route('room', $incident->id);
    }
}
