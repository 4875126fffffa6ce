<?php

declare(strict_types=1);

namespace App\Incidents;

use App\Paging\StartCall;
use App\Platform\Journal\Actor;
use App\Platform\Journal\Journal;
use App\Platform\Outbox\Outbox;
use App\Platform\Person;
use App\Platform\Refused;
use App\Signals\Alert;
use App\Updates\Draft as UpdateDraft;
use App\Updates\Update;
use Illuminate\Database\Eloquent\Collection;
use Illuminate\Support\Facades\DB;
use Skarvo\Incidents\Stage;

/** Takes back that an incident is over, and corrects what was told to people meanwhile; preview() says first what that will be. */
final class ReopenIncident
{
    public function __construct(private readonly StartCall $startCall) {}

    /** @return array{alerts: int, reports: int, mails: list<string>, team: string|null, update: string} */
    public function preview(Incident $incident): array
    {
        if ($incident->isOpen()) {
            throw Refused::because('This incident is open.');
        }
        $reports = self::reports($incident);

        return [
            'alerts' => self::alerts($incident)->count(), 'reports' => $reports->count(), 'mails' => array_values($reports->pluck('email')->filter()->map(strval(...))->all()),
            'team' => $incident->team?->name, 'update' => UpdateDraft::reopened($incident),
        ];
    }

    /**
     * @param  bool  $call  whether its team is called again
     *
     * @throws \Illuminate\Validation\ValidationException if it is open
     */
    public function __invoke(Incident $incident, string $why, string $publicText, bool $call, Person $by): void
    {
        DB::transaction(function () use ($incident, $why, $publicText, $call, $by): void {
            $incident->refresh()->load('team');
            if ($incident->isOpen()) {
                throw Refused::because("{$incident->ref()} is open already.");
            }
            $now = now();
            $reports = self::reports($incident);
            $alerts = self::alerts($incident);
            $services = UpdateDraft::publicNames($incident);
            $incident->update([
                'stage' => Stage::Looking, 'resolved_at' => null, 'coordinator_id' => $by->id, 'version' => $incident->version + 1, 'update_overdue_at' => null,
                'next_update_at' => $now->addSeconds(Priorities::matrix()->updateWithin($incident->priority)),
            ]);
            Journal::write(Actor::person($by), 'incident.reopened', ['incident', $incident->id], ['why' => $why, 'title' => $incident->title], $incident->id);
            Alert::query()->whereKey($alerts->modelKeys())->update(['decide_again_at' => null, 'wait_until' => null, 'taken_by' => $by->id, 'taken_at' => $now]);
            $number = (int) Update::query()->where('incident_id', $incident->id)->max('number') + 1;
            Update::query()->create([
                'incident_id' => $incident->id, 'number' => $number, 'stage' => Stage::Looking, 'text' => $publicText,
                'services' => array_map(static fn(string $name): array => ['name' => $name, 'state' => 'degraded'], $services),
                'author_id' => $by->id, 'published_at' => $now, 'next_at' => $incident->next_update_at,
            ]);
            Journal::write(Actor::person($by), 'update.published', ['incident', $incident->id], ['number' => $number, 'text' => $publicText, 'stage' => Stage::Looking->value], $incident->id);
            foreach ($reports as $report) {
                $report->update(['resolved_at' => null]);
                Journal::write(Actor::system(), 'report.reopened', ['report', $report->id], ['ref' => $report->ref()], $incident->id);
                if ($report->email !== null) {
                    self::mail($report, $incident, $publicText, $number);
                }
            }
            if ($call && $incident->team !== null) {
                ($this->startCall)($incident, $incident->team, Actor::person($by), $why);
            }
        });
    }

    private static function mail(Report $report, Incident $incident, string $publicText, int $number): void
    {
        $subject = "Not over after all: what you reported ({$report->ref()})";
        Journal::write(Actor::system(), 'mail.queued', ['report', $report->id], ['to' => $report->email, 'subject' => $subject], $incident->id);
        Outbox::put('mail', "report-$report->id-reopened-$number", [
            'to' => $report->email, 'subject' => $subject, 'incident' => $incident->id,
            'text' => 'Hello'.($report->name === null ? '' : " $report->name").",\n\nwe told you that this was over. It is not. You reported: \"$report->what\"\n\n$publicText\n\nWe will write again when it works. Your report: ".route('report.follow', $report->key())."\n",
        ], now());
    }

    /** @return Collection<int, Report> those that were resolved with it */
    private static function reports(Incident $incident): Collection
    {
        return Report::query()->where('incident_id', $incident->id)->whereNotNull('resolved_at')->where('resolved_at', '>=', $incident->resolved_at)->orderBy('id')->get();
    }

    /** @return Collection<int, Alert> those that have fired all the while, and belong to nothing else yet */
    private static function alerts(Incident $incident): Collection
    {
        return Alert::query()->where('incident_id', $incident->id)->whereNotNull('decide_again_at')->whereNull('closed_at')->get(['id']);
    }
}
