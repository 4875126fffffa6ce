<?php

declare(strict_types=1);

namespace App\Incidents;

use App\Incidents\Contracts\HasConsequences;
use App\Platform\Journal\Actor;
use App\Platform\Journal\Journal;
use App\Platform\Journal\PlatformEntry;
use App\Platform\Outbox\Outbox;
use App\Signals\Alert;
use App\Signals\Observed;
use App\Topology\Standing;
use Illuminate\Database\Eloquent\Builder;
use Illuminate\Database\Eloquent\Collection;
use Skarvo\Topology\HitService;

/** What becomes of an incident's alerts and reports when it is over, and when it is not over after all. */
final class AlertsAndReports implements HasConsequences
{
    /** So long may a monitor take to see that what it watches works again. */
    public const SETTLE_SECONDS = 600;

    public function foresee(Incident $incident, Turn $turn): ?Foreseen
    {
        return match ($turn->kind) {
            TurnKind::Resolved => $this->over($incident, $turn),
            TurnKind::Reopened => $this->again($incident, $turn),
            default => null,
        };
    }

    private function over(Incident $incident, Turn $turn): Foreseen
    {
        $reports = Report::query()->about($incident->id)->whereNull('resolved_at')->orderBy('id')->get(['id', 'email']);

        return new Foreseen(
            static fn(): array => [...self::told($reports), 'firing' => self::firing($incident)],
            function () use ($incident, $turn): void {
                $this->decideAgain($incident);
                $incident->update(['ending' => $turn->public, 'again' => null, 'again_since' => null]);
                (new EndReports)->next($incident);
            },
        );
    }

    private function again(Incident $incident, Turn $turn): Foreseen
    {
        $reports = Report::query()->about($incident->id)
            ->whereNotNull('resolved_at')->where('resolved_at', '>=', $incident->resolved_at)->orderBy('id')->get(['id', 'email']);
        $since = $incident->resolved_at;
        // Those that have fired all the while, and belong to nothing else yet.
        $alerts = Alert::query()->where('incident_id', $incident->id)->whereNotNull('decide_again_at')->whereNull('closed_at')->get(['id']);

        return new Foreseen(
            static fn(): array => [...self::told($reports), 'alerts' => $alerts->count()],
            static function () use ($incident, $turn, $alerts, $since): void {
                Alert::query()
                    ->whereKey($alerts->modelKeys())
                    ->update(['decide_again_at' => null, 'wait_until' => null, 'taken_by' => $turn->by->id, 'taken_at' => now()]);
                $incident->update(['again' => $turn->public, 'again_since' => $since]);
                (new EndReports)->next($incident);
            },
        );
    }

    /**
     * @param  Collection<int, Report>  $reports
     * @return array{reports: int, mails: list<string>}
     */
    private static function told(Collection $reports): array
    {
        return ['reports' => $reports->count(), 'mails' => array_values($reports->pluck('email')->filter()->map(strval(...))->all())];
    }

    /** @return list<array<string, mixed>> */
    private static function firing(Incident $incident): array
    {
        return array_values(
            Alert::query()->where('incident_id', $incident->id)
                ->whereNull('closed_at')->orderBy('first_signal_at')->get()
                ->map(static fn(Alert $a): array => $a->toLine())->all(),
        );
    }

    /**
     * What still fires is to be decided about again: at once while a service is hit, else once monitors have had time to
     * see that all is well.
     */
    private function decideAgain(Incident $incident): void
    {
        $firing = Alert::query()->where('incident_id', $incident->id)->whereNull('closed_at')->whereNull('withdrawn_at');
        $count = $firing->count();
        if ($count === 0) {
            return;
        }
        $isHit = self::isServiceHit(clone $firing);
        $firing->update([
            'decide_again_at' => now(), 'wait_until' => $isHit ? null : now()->addSeconds(self::SETTLE_SECONDS),
            'taken_by' => null, 'taken_at' => null,
        ]);
        Journal::write(
            Actor::system(), IncidentEntry::AlertStillFiring, ['incident', $incident->id],
            ['ref' => $incident->ref(), 'alerts' => $count, 'hit' => $isHit], ['incident' => $incident->id],
        );
    }

    /** @param  Builder<Alert>  $firing */
    private static function isServiceHit(Builder $firing): bool
    {
        $standing = Standing::now();

        return array_filter(
            $standing->estate->services($standing->of(Observed::by($firing))),
            static fn(HitService $s): bool => $s->state->isBroken(),
        ) !== [];
    }

    /**
     * @param  string  $key  of the mail: each turn is told once
     * @param  'over'|'again'|'part'  $says  what becomes of it
     * @param  string  $text  what outsiders are told of it, if anything
     */
    public static function mail(Report $report, Incident $incident, string $key, string $says, string $text = ''): void
    {
        if ($report->email === null) {
            return;
        }
        $subject = $report->words("mail_{$says}_subject", ['ref' => $report->ref()]);
        Journal::write(
            Actor::system(), PlatformEntry::MailQueued, ['report', $report->id],
            ['mail' => $key, 'to' => $report->email, 'subject' => $subject], ['incident' => $incident->id],
        );
        Outbox::put('mail', $key, [
            'to' => $report->email, 'subject' => $subject, 'about' => ['report' => $report->id, 'incident' => $incident->id],
            'text' => $report->words('mail_hello').($report->name === null ? '' : " $report->name").",\n\n"
                .$report->words("mail_$says", ['what' => $report->what, 'text' => $text]).' '.route('report.follow', $report->key())."\n",
        ], now());
    }
}
