<?php

declare(strict_types=1);

namespace App\Incidents;

use App\Paging\Call;
use App\Paging\Delivery\DeliveryPaths;
use App\Paging\EscalationPolicy;
use App\Paging\Page;
use App\Paging\Unanswered;
use App\Platform\CurrentPerson;
use App\Platform\Journal\Entry;
use App\Platform\Journal\Telling;
use App\Platform\Person;
use App\Signals\Alert;
use App\Signals\LikelyCause;
use App\Topology\Reach;
use App\Updates\Draft;
use App\Updates\Update;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Support\Facades\DB;
use Inertia\Inertia;
use Inertia\Response;
use Skarvo\Incidents\Impact;
use Skarvo\Incidents\Stage;
use Skarvo\Incidents\Urgency;
use Skarvo\Paging\Outcome;

/** The room of an incident: what we know, what was done, who is here, what to say next. */
final class RoomController
{
    public function show(Request $request, Incident $incident): Response
    {
        Presence::seen($incident, CurrentPerson::of($request));
        $incident->load(['service', 'team', 'coordinator']);
        $situation = Situation::now();

        return Inertia::render('Incidents/Room', [
            'incident' => fn(): array => [
                ...IncidentSummary::of($incident->refresh()->load(IncidentSummary::NEEDS), $situation),
                'impact' => $incident->impact->value, 'urgency' => $incident->urgency->value, 'version' => $incident->version,
                'service_id' => $incident->service_id, 'team' => $incident->team?->name, 'resolution' => $incident->resolution,
            ],
            'soFar' => fn(): string => SoFar::of($incident, $situation),
            'reach' => fn(): array => $this->reach($incident, $situation),
            'hit' => fn(): array => $this->hit($incident, $situation),
            'together' => fn(): ?array => $incident->isOpen() ? Troubles::now($situation)->ofIncident($incident) : null,
            'said' => fn(): array => self::said($incident),
            'causes' => fn(): array => LikelyCause::of(Alert::query()->whereNull('closed_at')->where('incident_id', $incident->id), $situation->standing->observed()),
            'alerts' => fn() => Alert::query()->where('incident_id', $incident->id)->orderByRaw('closed_at is not null')->orderBy('first_signal_at')->get()->map(fn(Alert $a): array => $a->summed()),
            'reports' => fn() => Report::query()->with('service')->where('incident_id', $incident->id)->orderBy('told_at')->get()->map(fn(Report $r): array => $r->summed()),
            'looseReports' => fn() => Report::query()->with('service')->whereNull('incident_id')->whereNull('resolved_at')->orderBy('told_at')->get()->map(fn(Report $r): array => $r->summed()),
            'journal' => fn() => Entry::query()->where('incident_id', $incident->id)->orderBy('seq')->get()->map(Telling::of(...)),
            'people' => fn(): array => Presence::in($incident),
            'calls' => fn(): array => $this->calls($incident),
            'updates' => fn() => Update::query()->where('incident_id', $incident->id)->latest('number')->get()->map(fn(Update $u): array => $u->summed()),
            'draft' => fn(): array => Draft::of($incident),
            'choices' => fn(): array => [
                'impacts' => array_map(static fn(Impact $i): array => ['value' => $i->value, 'meaning' => $i->meaning()], Impact::cases()),
                'urgencies' => array_map(static fn(Urgency $u): array => ['value' => $u->value, 'meaning' => $u->meaning()], Urgency::cases()),
                'stages' => array_map(static fn(Stage $s): array => ['value' => $s->value, 'meaning' => $s->words()], array_slice(Stage::cases(), 0, 4)),
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

    /** @return array<string, mixed> */
    private function reach(Incident $incident, Situation $situation): array
    {
        return (new Reach($situation->estate, $situation->of($incident->id), $situation->standing->affected()))->toArray();
    }

    /** @return array{behind: string|null, owners: list<array{id: string, name: string, of: list<string>, told: \Carbon\CarbonImmutable|null}>, grown: array<string, mixed>|null} who stands behind it and who answers for it, and whether it is judged too low by now */
    private function hit(Incident $incident, Situation $situation): array
    {
        $hit = WhatIsHit::by($situation->observed($incident->id), $situation->standing);

        return ['behind' => $hit->behind(), 'owners' => array_map(static fn(array $owner): array => [...$owner, 'told' => Entry::query()->where('incident_id', $incident->id)->where('kind', 'owner.told')->where('subject_id', $owner['id'])->latest('seq')->first()?->at], $hit->owners()), 'grown' => $hit->grown($incident)];
    }

    /** @return list<array{id: string, name: string, state: string|null, by: string|null}> what people say of items, whatever alerts say */
    private static function said(Incident $incident): array
    {
        return array_values(DB::table('incident_items')->join('items', 'items.id', '=', 'incident_items.item_id')->leftJoin('people', 'people.id', '=', 'incident_items.person_id')
            ->where('incident_id', $incident->id)->orderBy('incident_items.id')->get(['items.id', 'items.name', 'incident_items.state', 'people.name as by'])
            ->map(static fn(\stdClass $row): array => ['id' => (string) $row->id, 'name' => (string) $row->name, 'state' => $row->state === null ? null : (string) $row->state, 'by' => $row->by === null ? null : (string) $row->by])->all());
    }

    /** @return list<array<string, mixed>> */
    private function calls(Incident $incident): array
    {
        return array_values(Call::query()->with(['team', 'person', 'caller', 'pages.person'])->where('incident_id', $incident->id)->orderBy('id')->get()->map(fn(Call $call): array => [
            'id' => $call->id, 'team' => $call->calls(), 'by' => $call->caller?->name, 'reason' => $call->reason, 'handed' => $call->handed_from !== null,
            'unanswered' => $incident->isOpen() && $call->settled_at === null && $call->handed_from === null && ($call->outcome === Outcome::Exhausted || ($call->outcome === Outcome::Waiting && $call->refused_at !== null)),
            'ended' => $call->outcome === Outcome::Exhausted || $call->refused_at !== null ? Unanswered::words($call) : null,
            'stopped' => $call->stopped_by === null ? null : ['by' => Person::query()->find($call->stopped_by)->name ?? '', 'why' => $call->stopped_why], 'outcome' => $call->outcome->value, 'step' => $call->step, 'steps' => count($call->policy['steps']),
            'round' => $call->round, 'step_ends_at' => $call->step_ends_at,
            'heldBy' => $call->held_by === null ? null : Person::query()->find($call->held_by)?->name, 'beginsAt' => $call->begins_at, 'askedAt' => $call->asked_at,
            'policy' => $call->policy_name, 'policyChanged' => $call->outcome !== Outcome::Resolved && $this->policyChanged($call),
            'handedTo' => Call::query()->with('person')->where('handed_from', $call->id)->where('outcome', Outcome::Waiting)->first()?->person?->name,
            'mine' => $call->pages->where('person_id', CurrentPerson::of(request())->id)->last()?->id, 'iHaveIt' => $call->held_by === CurrentPerson::of(request())->id,
            'pages' => $call->pages->map(fn(Page $page): array => [
                'id' => $page->id, 'person' => $page->person->name ?? '', 'way' => DeliveryPaths::words($page->channel), 'at' => $page->at, 'step' => $page->step, 'round' => $page->round,
                'kind' => $page->kind, 'sent_at' => $page->sent_at, 'delivered_at' => $page->delivered_at, 'failed_at' => $page->failed_at, 'error' => $page->error, 'answered_how' => $page->answered_how, 'opened_at' => $page->opened_at, 'answer' => $page->answer, 'answer_why' => $page->answer_why, 'answered_at' => $page->answered_at,
            ]),
        ])->all());
    }

    /** Whether the policy was edited since the call began: it goes on by the one that it began with. */
    private function policyChanged(Call $call): bool
    {
        $policy = $call->policy_id === null ? null : EscalationPolicy::query()->find($call->policy_id);

        return $call->policy_id !== null && ($policy === null || ['rounds' => $policy->rounds, 'steps' => $policy->steps] != $call->policy);
    }
}
