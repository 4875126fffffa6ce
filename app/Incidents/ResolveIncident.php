<?php

declare(strict_types=1);

namespace App\Incidents;

use App\Paging\Call;
use App\Paging\FollowCall;
use App\Platform\Journal\Actor;
use App\Platform\Journal\Journal;
use App\Platform\Outbox\Outbox;
use App\Platform\Person;
use App\Platform\Refused;
use App\Platform\WallClock;
use App\Signals\Alert;
use App\Signals\Observed;
use App\Topology\Standing;
use App\Updates\Draft as UpdateDraft;
use App\Updates\PublicStates;
use App\Updates\Update;
use Illuminate\Support\Facades\DB;
use Skarvo\Incidents\Stage;
use Skarvo\Paging\HappeningKind;
use Skarvo\Paging\Outcome;
use Skarvo\Topology\HitService;

/** Resolves an incident with all that hangs on it; preview() says first what that will be. */
final class ResolveIncident
{
    /** So long may a monitor take to see that what it watches works again. */
    public const SETTLE_SECONDS = 600;

    public function __construct(private readonly FollowCall $follow) {}

    /** @return array{reports: int, mails: list<string>, calls: list<string>, services: list<string>, unsure: list<string>, firing: list<array<string, mixed>>, update: string} */
    public function preview(Incident $incident): array
    {
        $reports = Report::query()->where('incident_id', $incident->id)->whereNull('resolved_at')->get();

        return [
            'reports' => $reports->count(),
            'mails' => array_values($reports->pluck('email')->filter()->map(strval(...))->all()),
            'calls' => array_values(Call::query()->with(['team', 'person'])->where('incident_id', $incident->id)->where('outcome', '!=', Outcome::Resolved)->get()
                ->map(static fn(Call $call): string => $call->calls())->all()),
            'services' => $services = UpdateDraft::publicNames($incident),
            'unsure' => PublicStates::unsureOf($services),
            'firing' => array_values(Alert::query()->where('incident_id', $incident->id)->whereNull('closed_at')->orderBy('first_signal_at')->get()->map(static fn(Alert $a): array => $a->summed())->all()),
            'update' => UpdateDraft::of($incident, Stage::Restored)['text'],
        ];
    }

    /** @throws \Illuminate\Validation\ValidationException if it is resolved already */
    public function __invoke(Incident $incident, string $resolution, string $publicText, Person $by): void
    {
        DB::transaction(function () use ($incident, $resolution, $publicText, $by): void {
            $incident->refresh();
            if (! $incident->isOpen()) {
                throw Refused::because("{$incident->ref()} was resolved already, at ".WallClock::time($incident->resolved_at ?? now()).'.');
            }
            $now = now();
            $services = UpdateDraft::publicNames($incident);
            $number = (int) Update::query()->where('incident_id', $incident->id)->max('number') + 1;
            $incident->update(['stage' => Stage::Restored, 'resolved_at' => $now, 'resolution' => $resolution, 'next_update_at' => null, 'update_overdue_at' => null, 'version' => $incident->version + 1]);
            Journal::write(Actor::person($by), 'incident.resolved', ['incident', $incident->id], ['resolution' => $resolution, 'title' => $incident->title], $incident->id);
            Update::query()->create([
                'incident_id' => $incident->id, 'number' => $number, 'stage' => Stage::Restored, 'text' => $publicText,
                'services' => array_map(static fn(string $name): array => ['name' => $name, 'state' => 'up'], $services),
                'author_id' => $by->id, 'published_at' => $now,
            ]);
            Journal::write(Actor::person($by), 'update.published', ['incident', $incident->id], ['number' => $number, 'text' => $publicText, 'stage' => Stage::Restored->value], $incident->id);
            foreach (Call::query()->with(['team', 'person'])->where('incident_id', $incident->id)->where('outcome', '!=', Outcome::Resolved)->get() as $call) {
                $this->follow->happens($call, HappeningKind::Resolved);
                Journal::write(Actor::system(), 'call.resolved', ['call', $call->id], ['team' => $call->calls()], $incident->id);
            }
            $this->decideAgain($incident);
            foreach (Report::query()->where('incident_id', $incident->id)->whereNull('resolved_at')->orderBy('id')->get() as $report) {
                $report->update(['resolved_at' => $now]);
                Journal::write(Actor::system(), 'report.resolved', ['report', $report->id], ['ref' => $report->ref()], $incident->id);
                if ($report->email !== null) {
                    $this->mail($report, $incident, $publicText, $number);
                }
            }
        });
    }

    /** What still fires is to be decided about again: at once while a service is hit, else once monitors have had time to see that all is well. */
    private function decideAgain(Incident $incident): void
    {
        $firing = Alert::query()->where('incident_id', $incident->id)->whereNull('closed_at')->whereNull('withdrawn_at');
        $count = $firing->count();
        if ($count === 0) {
            return;
        }
        $standing = Standing::now();
        $isHit = array_filter($standing->estate->services($standing->of(Observed::by(clone $firing))), static fn(HitService $s): bool => $s->state->isBroken()) !== [];
        $firing->update(['decide_again_at' => now(), 'wait_until' => $isHit ? null : now()->addSeconds(self::SETTLE_SECONDS), 'taken_by' => null, 'taken_at' => null]);
        Journal::write(Actor::system(), 'alert.still_firing', ['incident', $incident->id], ['ref' => $incident->ref(), 'alerts' => $count, 'hit' => $isHit], $incident->id);
    }

    private function mail(Report $report, Incident $incident, string $publicText, int $number): void
    {
        $subject = "Over: what you reported ({$report->ref()})";
        Journal::write(Actor::system(), 'mail.queued', ['report', $report->id], ['to' => $report->email, 'subject' => $subject], $incident->id);
        Outbox::put('mail', "report-$report->id-resolved-$number", [
            'to' => $report->email, 'subject' => $subject, 'incident' => $incident->id,
            'text' => 'Hello'.($report->name === null ? '' : " $report->name").",\n\nyou reported: \"$report->what\"\n\n$publicText\n\nIf it still does not work for you, report it again: ".route('report')."\nYour report: ".route('report.follow', $report->key())."\n",
        ], now());
    }
}
