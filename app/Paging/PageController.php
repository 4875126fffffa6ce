<?php

declare(strict_types=1);

namespace App\Paging;

use App\Incidents\Incident;
use App\Platform\Journal\Actor;
use App\Platform\Journal\Journal;
use App\Signals\Alert;
use App\Signals\Observed;
use App\Topology\Estate;
use App\Updates\Update;
use Illuminate\Http\RedirectResponse;
use Illuminate\Http\Request;
use Illuminate\Support\Facades\DB;
use Inertia\Inertia;
use Inertia\Response;

/** What a person sees who opens a page on their phone: what, where, how bad, who else. No sign-in: the link is the key. */
final class PageController
{
    public function show(string $token): Response
    {
        $page = Page::query()->with(['call.incident.service', 'call.team', 'person'])->where('token', $token)->firstOrFail();
        $call = $page->call ?? abort(404);
        $incident = $call->incident ?? abort(404);
        $this->noteOpened($page, $incident);
        $estate = Estate::load();
        $impact = $estate->trace(Observed::inIncident($incident->id));

        return Inertia::render('Paging/Answer', [
            'token' => $token,
            'person' => $page->person->name ?? '',
            'answer' => $page->answer,
            'answeredAt' => $page->answered_at,
            'callOutcome' => $call->outcome->value,
            'heldBy' => $call->held_by === null ? null : Page::query()->with('person')->where('person_id', $call->held_by)->first()?->person?->name,
            'heldByMe' => $call->held_by === $page->person_id,
            'stepEndsAt' => $call->step_ends_at,
            'team' => $call->team->name ?? '',
            'incident' => [
                'ref' => $incident->ref(), 'id' => $incident->id, 'title' => $incident->title, 'priority' => $incident->priority,
                'service' => $incident->service->name ?? '', 'impact' => $incident->impact->meaning(), 'urgency' => $incident->urgency->meaning(),
                'stage' => $incident->stage->words(), 'started_at' => $incident->started_at, 'resolved_at' => $incident->resolved_at,
                'coordinator' => $incident->coordinator->name ?? '',
            ],
            'services' => array_map(static fn($s): array => ['id' => $s->id, 'name' => $s->name, 'tier' => $s->tier, 'state' => $s->state->value], $estate->services($impact)),
            'sites' => $estate->sites($impact),
            'alerts' => Alert::query()->where('incident_id', $incident->id)->orderByDesc('closed_at')->orderBy('first_signal_at')->limit(5)->get()->map(fn(Alert $a): array => $a->summed()),
            // A signal that came late may have changed what this page was sent for; it stays, and says so.
            'mended' => Alert::query()->where('incident_id', $incident->id)->where(fn($query) => $query->where('withdrawn_at', '>', $page->at)->orWhere('mended_at', '>', $page->at))->orderBy('id')->limit(3)->get()
                ->map(static fn(Alert $a): array => ['title' => $a->title(), 'withdrawn' => $a->withdrawn_at !== null]),
            'alertCount' => Alert::query()->where('incident_id', $incident->id)->count(),
            'others' => Page::query()->with('person')->where('call_id', $call->id)->orderBy('ordinal')->get()
                ->unique('person_id')->map(fn(Page $p): array => ['name' => $p->person->name ?? '', 'answer' => $p->answer, 'at' => $p->at, 'me' => $p->person_id === $page->person_id])->values(),
            'lastUpdate' => Update::query()->where('incident_id', $incident->id)->latest('number')->value('text'),
        ]);
    }

    public function answer(Request $request, string $token, AnswerPage $answer): RedirectResponse
    {
        $input = $request->validate(['answer' => ['required', 'in:yes,no'], 'why' => ['nullable', 'string', 'max:500']]);
        $page = Page::query()->where('token', $token)->firstOrFail();
        $answer($page, $input['answer'] === 'yes', (string) ($input['why'] ?? ''));

        return back();
    }

    private function noteOpened(Page $page, Incident $incident): void
    {
        if ($page->opened_at !== null) {
            return;
        }
        DB::transaction(static function () use ($page, $incident): void {
            if (Page::query()->whereKey($page->id)->whereNull('opened_at')->update(['opened_at' => now()]) === 1) {
                Journal::write(Actor::system(), 'page.opened', ['page', $page->id], ['person' => $page->person->name ?? ''], $incident->id);
            }
        });
    }
}
