<?php

declare(strict_types=1);

namespace App\Incidents;

use App\Incidents\Requests\ChangeIncidentRequest;
use App\Incidents\Requests\NoteIncidentRequest;
use App\Incidents\Requests\ReopenIncidentRequest;
use App\Incidents\Requests\ResolveIncidentRequest;
use App\Incidents\Requests\SetStageRequest;
use App\Incidents\Requests\TakeCoordinationRequest;
use App\Incidents\Requests\TellOwnerRequest;
use App\Platform\CurrentPerson;
use App\Platform\Http\Asked;
use App\Platform\Once;
use App\Platform\Person;
use Carbon\CarbonImmutable;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\RedirectResponse;
use Illuminate\Http\Request;
use Inertia\Inertia;
use Inertia\Response;
use Skarvo\Incidents\Impact;
use Skarvo\Incidents\Stage;
use Skarvo\Incidents\Urgency;

final class IncidentsController
{
    /** Ended incidents that are shown where none is open. */
    private const LATEST = 10;

    public function index(Request $request): Response
    {
        $situation = Situation::now();
        $show = Asked::text($request, 'show') === 'all' ? 'all' : 'open';

        return Inertia::render('Incidents/Incidents', [
            'show' => $show,
            // An empty list shows what there was last.
            'ended' => $show === 'open'
                && Incident::query()->whereNull('resolved_at')->doesntExist()
                    ? IncidentSummary::all(
                        Incident::query()->with(IncidentSummary::NEEDS)
                            ->whereNotNull('resolved_at')->latest('resolved_at')->limit(self::LATEST)->get(),
                        $situation,
                    )
                    : [],
            'incidents' => IncidentSummary::all(Incident::query()->with(IncidentSummary::NEEDS)
                ->when($show === 'open', fn($query) => $query->whereNull('resolved_at'))
                ->when(
                    Asked::time($request, 'from'),
                    fn($query, $from) => $query->where(fn($q) => $q->whereNull('resolved_at')->orWhere('resolved_at', '>=', $from)),
                )
                ->when(Asked::time($request, 'to'), fn($query, $to) => $query->where('started_at', '<=', $to))
                ->orderByRaw('resolved_at is not null')->orderBy('priority')->latest('declared_at')->limit(200)->get(), $situation),
        ]);
    }

    public function change(ChangeIncidentRequest $request, Incident $incident, ChangeIncident $change): RedirectResponse
    {
        $input = $request->validated();
        Once::for($request, static fn() => $change(
            $incident, (int) $input['version'], $input['title'], Impact::from($input['impact']), Urgency::from($input['urgency']),
            Stage::from($input['stage']), CurrentPerson::of($request), (string) ($input['why'] ?? ''),
            (bool) ($input['call'] ?? false), isset($input['since']) ? CarbonImmutable::parse($input['since'])->utc() : null,
        ));

        return back();
    }

    /** How far the work is, by whoever does it. */
    public function stage(SetStageRequest $request, Incident $incident, ChangeIncident $change): RedirectResponse
    {
        $input = $request->validated();
        $person = CurrentPerson::of($request);
        WhoTakesPart::must($incident, $person);
        Once::for(
            $request,
            static fn() => $change(
                $incident, (int) $input['version'], $incident->title, $incident->impact, $incident->urgency,
                Stage::from($input['stage']), $person,
            ),
        );

        return back();
    }

    public function coordinate(TakeCoordinationRequest $request, Incident $incident, TakeCoordination $take): RedirectResponse
    {
        $from = $request->validated()['from'] ?? null;
        Once::for($request, static fn() => $take($incident, $from, CurrentPerson::of($request)));

        return back();
    }

    public function note(NoteIncidentRequest $request, Incident $incident, WriteNote $write): RedirectResponse
    {
        $input = $request->validated();
        Once::for(
            $request,
            static fn() => $write($incident, $input['text'], (bool) ($input['decision'] ?? false), CurrentPerson::of($request)),
        );

        return back();
    }

    public function resolve(ResolveIncidentRequest $request, Incident $incident, ResolveIncident $resolve): RedirectResponse
    {
        $input = $request->validated();
        Once::for(
            $request,
            static fn() => $resolve(
                $incident, $input['resolution'], $input['update'], $request->confirm(), $request->stayOpen(),
                CurrentPerson::of($request), $input['despite'] ?? null, $request->seenUnder(),
            ),
        );

        return back();
    }

    public function reopenPreview(Incident $incident, ReopenIncident $reopen): JsonResponse
    {
        return new JsonResponse($reopen->preview($incident->load('team')));
    }

    public function reopen(ReopenIncidentRequest $request, Incident $incident, ReopenIncident $reopen): RedirectResponse
    {
        $input = $request->validated();
        Once::for(
            $request,
            static fn() => $reopen(
                $incident, $input['why'], $input['update'], (bool) ($input['call'] ?? false), CurrentPerson::of($request),
                $input['despite'] ?? null,
            ),
        );

        return redirect()->route('room', $incident->id);
    }

    public function tell(TellOwnerRequest $request, Incident $incident, TellOwner $tell): RedirectResponse
    {
        $input = $request->validated();
        $owner = Person::query()->findOrFail((string) $input['person']);
        Once::for($request, static fn() => $tell($incident, $owner, $input['why'], CurrentPerson::of($request)));

        return back();
    }
}
