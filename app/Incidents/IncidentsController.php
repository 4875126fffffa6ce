<?php

declare(strict_types=1);

namespace App\Incidents;

use App\Platform\CurrentPerson;
use App\Platform\Journal\Actor;
use App\Platform\Journal\Journal;
use App\Platform\Once;
use App\Platform\Refused;
use App\Platform\Team;
use App\Signals\Alert;
use App\Topology\Item;
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
        $show = $request->string('show')->toString() === 'all' ? 'all' : 'open';

        return Inertia::render('Incidents/Incidents', [
            'show' => $show,
            'incidents' => Incident::query()->with(['service', 'team', 'coordinator', 'calls', 'reports'])
                ->when($show === 'open', fn($query) => $query->whereNull('resolved_at'))
                ->when($request->date('from'), fn($query, $from) => $query->where(fn($q) => $q->whereNull('resolved_at')->orWhere('resolved_at', '>=', $from)))
                ->when($request->date('to'), fn($query, $to) => $query->where('started_at', '<=', $to))
                ->orderByRaw('resolved_at is not null')->orderBy('priority')->latest('declared_at')->limit(200)->get()->map(IncidentSummary::of(...)),
        ]);
    }

    public function propose(Request $request, ProposeIncident $propose): JsonResponse
    {
        $input = $request->validate(['alerts' => ['required', 'array', 'max:500'], 'alerts.*' => ['integer']]);
        $alerts = Alert::query()->whereKey($input['alerts'])->get();
        abort_if($alerts->isEmpty(), 404);

        return new JsonResponse($propose($alerts));
    }

    public function store(Request $request, DeclareIncident $declare): RedirectResponse
    {
        $input = $request->validate([
            'alerts' => ['required', 'array', 'min:1', 'max:500'], 'alerts.*' => ['integer'],
            'title' => ['required', 'string', 'max:160'],
            'service' => ['required', 'string', Rule::exists('items', 'id')->where('kind', Item::SERVICE)],
            'impact' => ['required', Rule::enum(Impact::class)],
            'urgency' => ['required', Rule::enum(Urgency::class)],
            'team' => ['nullable', 'string', 'exists:teams,id'],
        ], ['title.required' => 'Say in a few words what is wrong.', 'service.required' => 'Choose the service that is hit.']);
        $incident = null;
        $isNew = Once::for($request, static function () use (&$incident, $declare, $input, $request): void {
            $incident = $declare(
                array_values(array_map(intval(...), $input['alerts'])) ?: [0], $input['title'], Item::query()->findOrFail((string) $input['service']),
                Impact::from($input['impact']), Urgency::from($input['urgency']),
                isset($input['team']) ? Team::query()->find((string) $input['team']) : null, CurrentPerson::of($request),
            );
        });
        $id = $isNew ? $incident?->id : Alert::query()->whereKey($input['alerts'][0])->value('incident_id');

        return $id === null ? back() : redirect()->route('room', $id);
    }

    public function attach(Request $request, Incident $incident, AttachAlerts $attach): RedirectResponse
    {
        $input = $request->validate(['alerts' => ['required', 'array', 'max:500'], 'alerts.*' => ['integer']]);
        Once::for($request, static fn() => $attach($incident, array_values(array_map(intval(...), $input['alerts'])), CurrentPerson::of($request)));

        return back();
    }

    public function change(Request $request, Incident $incident, ChangeIncident $change): RedirectResponse
    {
        $input = $request->validate([
            'version' => ['required', 'integer'], 'title' => ['required', 'string', 'max:160'],
            'impact' => ['required', Rule::enum(Impact::class)], 'urgency' => ['required', Rule::enum(Urgency::class)],
            'stage' => ['required', Rule::in(array_map(static fn(Stage $s): string => $s->value, array_filter(Stage::cases(), static fn(Stage $s): bool => $s !== Stage::Restored)))],
        ]);
        Once::for($request, static fn() => $change(
            $incident, (int) $input['version'], $input['title'], Impact::from($input['impact']), Urgency::from($input['urgency']), Stage::from($input['stage']), CurrentPerson::of($request),
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

    public function linkReport(Request $request, Report $report): RedirectResponse
    {
        $input = $request->validate(['incident' => ['required', 'integer', 'exists:incidents,id']]);
        $person = CurrentPerson::of($request);
        Once::for($request, static function () use ($report, $input, $person): void {
            $incident = Incident::query()->findOrFail((int) $input['incident']);
            if (! $incident->isOpen()) {
                throw Refused::because("{$incident->ref()} is resolved. Link the report to one that is under way.");
            }
            if (Report::query()->whereKey($report->id)->whereNull('incident_id')->update(['incident_id' => $incident->id]) === 0) {
                $other = Incident::query()->find($report->refresh()->incident_id);
                throw Refused::because("{$report->ref()} is linked already, to {$other?->ref()}.");
            }
            Journal::write(Actor::person($person), 'report.linked', ['report', $report->id], ['what' => mb_substr($report->what, 0, 120), 'where' => $report->site === null ? [] : [$report->site]], $incident->id);
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
}
