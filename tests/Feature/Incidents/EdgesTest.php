<?php

declare(strict_types=1);

namespace Tests\Feature\Incidents;

use App\Incidents\AlertsAndReports;
use App\Incidents\Incident;
use App\Incidents\Priorities;
use App\Incidents\Report;
use App\Paging\Call;
use App\Paging\Page;
use App\Platform\Journal\Entry;
use App\Platform\Outbox\OutboxMessage;
use App\Signals\Alert;
use Illuminate\Support\Facades\DB;
use Tests\TestCase;

/** What small mistakes would change, and nobody would see at once. */
final class EdgesTest extends TestCase
{
    /** Seconds, by priority, as an organisation begins. */
    private const RESTORE = [1 => 7200, 2 => 14400, 3 => 86400, 4 => 259200];

    /** @param  array<string, mixed>  $more */
    private function declare(array $more = []): Incident
    {
        $this->actingAs($this->person('ingrid-vale'))->post('/incidents', [
            'alerts' => Alert::query()->whereNull('closed_at')->whereNull('incident_id')->orderByDesc('id')->pluck('id')->all(),
            'title' => 'Clocks', 'service' => 'vehicle-lanes', 'impact' => 'part', 'urgency' => 'soon', 'team' => 'lanes',
            ...$more,
        ])->assertSessionHasNoErrors();

        return Incident::query()->latest('id')->firstOrFail();
    }

    /** @param  array<string, mixed>  $more */
    private function change(Incident $incident, array $more): void
    {
        $incident->refresh();
        $this->post(
            "/incidents/$incident->id/change",
            [
                'version' => $incident->version, 'title' => $incident->title, 'impact' => $incident->impact->value,
                'urgency' => $incident->urgency->value, 'stage' => $incident->stage->value, 'why' => 'x', ...$more,
            ],
            ['X-Request-Key' => bin2hex(random_bytes(4))],
        )->assertSessionHasNoErrors();
    }

    public function test_it_began_with_the_first_of_what_tells_of_it(): void
    {
        $this->signal([self::firing('clk-2')]);
        $this->takeSignals();
        $first = now();
        $this->later(300);
        $this->signal([self::firing('clk-1')]);
        $this->takeSignals();
        $this->later(60);

        self::assertSame($first->getTimestamp(), $this->declare()->started_at->getTimestamp(), 'With the first alert, whichever leads.');
    }

    public function test_a_report_that_came_before_the_alerts_is_when_it_began(): void
    {
        $this->post('/report', ['service' => 'vehicle-lanes', 'what' => 'Shut']);
        $told = Report::query()->sole();
        $this->later(300);
        $this->signal([self::firing('clk-2')]);
        $this->takeSignals();
        $incident = $this->declare(['reports' => [$told->id]]);

        self::assertSame($told->told_at->getTimestamp(), $incident->started_at->getTimestamp());
        self::assertSame(now()->getTimestamp(), $incident->declared_at->getTimestamp());
    }

    public function test_targets_count_from_the_declaration_however_late_the_priority_is_corrected(): void
    {
        $incident = $this->declare();
        $declared = $incident->declared_at;
        $promised = $incident->occasion->next_update_at;
        $this->later(1200);
        $this->change($incident, ['impact' => 'wide', 'urgency' => 'now']);
        $incident->refresh();
        $matrix = Priorities::matrix();

        self::assertSame($declared->getTimestamp() + self::RESTORE[$incident->priority], $incident->restore_by->getTimestamp());
        self::assertSame(
            min($promised?->getTimestamp(), now()->getTimestamp() + $matrix->updateWithin($incident->priority)),
            $incident->occasion->next_update_at?->getTimestamp(),
        );

        $sooner = $incident->occasion->next_update_at;
        $this->change($incident, ['impact' => 'few', 'urgency' => 'later']);
        self::assertSame(
            $sooner?->getTimestamp(), $incident->refresh()->occasion->next_update_at?->getTimestamp(),
            'What was promised stands.',
        );
        self::assertSame($declared->getTimestamp() + self::RESTORE[$incident->priority], $incident->restore_by->getTimestamp());
    }

    public function test_the_restore_target_stands_still_while_an_incident_is_over(): void
    {
        $incident = $this->declare();
        $within = self::RESTORE[$incident->priority];
        $declared = $incident->declared_at->getTimestamp();
        self::assertSame($declared + $within, $incident->restore_by->getTimestamp());
        $at = "/incidents/$incident->id";
        $this->later(600);
        $this->post("$at/resolve", ['resolution' => 'Restarted', 'update' => 'Works again.'], ['X-Request-Key' => 'r1'])
            ->assertSessionHasNoErrors();
        self::assertSame($declared + $within, $incident->refresh()->restore_by->getTimestamp(), 'What was promised stays to be read.');
        $this->later(3000);
        $this->post("$at/reopen", ['why' => 'It is not', 'update' => 'It is not over.', 'call' => false], ['X-Request-Key' => 'o1'])
            ->assertSessionHasNoErrors();
        self::assertSame($declared + $within + 3000, $incident->refresh()->restore_by->getTimestamp());
        // Another priority counts from the declaration too, without what lay between.
        $this->change($incident, ['impact' => 'wide', 'urgency' => 'now']);
        $incident->refresh();
        self::assertSame($declared + self::RESTORE[$incident->priority] + 3000, $incident->restore_by->getTimestamp());
    }

    public function test_a_team_that_has_the_call_is_not_called_again_and_one_whose_call_is_over_is(): void
    {
        $incident = $this->declare();
        $call = Call::query()->sole();
        $this->answer(Page::query()->firstOrFail(), 'yes');
        self::assertSame('acknowledged', $call->refresh()->outcome->value);
        $this->actingAs($this->person('ingrid-vale'));
        $this->change($incident, ['impact' => 'wide', 'urgency' => 'now', 'call' => true]);
        self::assertSame(1, Call::query()->count());

        $call->update(['outcome' => 'resolved']);
        $incident->refresh()->update(['priority' => 3]);
        $this->change($incident, ['impact' => 'wide', 'urgency' => 'now', 'call' => true]);
        self::assertSame(2, Call::query()->count());
    }

    public function test_a_lower_priority_calls_nobody(): void
    {
        $incident = $this->declare(['impact' => 'wide', 'urgency' => 'now']);
        Call::query()->update(['outcome' => 'resolved']);
        $this->change($incident, ['impact' => 'few', 'urgency' => 'later', 'call' => true]);

        self::assertSame(1, Call::query()->count());
    }

    public function test_that_nobody_answered_is_told_once(): void
    {
        $this->declare();
        for ($i = 0; $i < 12; $i++) {
            $this->later(600);
            $this->clock();
        }

        self::assertSame('exhausted', Call::query()->sole()->outcome->value);
        self::assertSame(1, Entry::query()->where('kind', 'call.exhausted')->count());
    }

    public function test_what_still_fires_comes_back_once_a_monitor_had_time_or_at_once_where_a_service_is_hit(): void
    {
        $this->signal([self::firing('manifest-db-2', 'info'), self::firing('no-such-item', 'critical', 'a')]);
        $this->takeSignals();
        $incident = $this->declare(['service' => null]);
        $this->post("/incidents/$incident->id/resolve", ['resolution' => 'x', 'update' => 'x']);
        $alert = Alert::query()->where('incident_id', $incident->id)->firstOrFail();
        self::assertSame(now()->getTimestamp() + AlertsAndReports::SETTLE_SECONDS, $alert->wait_until?->getTimestamp());

        $this->signal([self::firing('clk-2')]);
        $this->takeSignals();
        $other = $this->declare();
        $this->post("/incidents/$other->id/resolve", ['resolution' => 'x', 'update' => 'x'], ['X-Request-Key' => 'other']);
        self::assertSame(
            [null, true],
            [
                Alert::query()->where('incident_id', $other->id)->firstOrFail()->wait_until,
                Alert::query()->where('incident_id', $other->id)->firstOrFail()->decide_again_at !== null,
            ],
        );
    }

    public function test_a_reporter_hears_once_of_each_turn_and_one_who_was_resolved_before_of_none(): void
    {
        foreach (['ann', 'bo'] as $name) {
            $this->post('/report', ['service' => 'vehicle-lanes', 'what' => 'Shut', 'email' => "$name@mail.example", 'send_key' => $name]);
        }
        $incident = $this->declare(['reports' => Report::query()->pluck('id')->all()]);
        Report::query()->where('email', 'ann@mail.example')->update(['resolved_at' => now()->subHour()]);
        $told = fn(): array => OutboxMessage::query()->where('kind', 'mail')
            ->orderBy('id')->get()
            ->map(static fn(OutboxMessage $m): string => $m->payload['to'].' '.explode(':', (string) $m->payload['subject'])[0])
            ->all();

        $this->post("/incidents/$incident->id/resolve", ['resolution' => 'x', 'update' => 'x'], ['X-Request-Key' => 'a']);
        self::assertSame(['bo@mail.example Over'], $told());
        $this->later(60);
        $this->post("/incidents/$incident->id/reopen", ['why' => 'x', 'update' => 'x'], ['X-Request-Key' => 'b']);
        self::assertSame(['bo@mail.example Over', 'bo@mail.example Not over after all'], $told());
        $this->later(60);
        $this->post("/incidents/$incident->id/resolve", ['resolution' => 'x', 'update' => 'x'], ['X-Request-Key' => 'c']);
        self::assertSame(['bo@mail.example Over', 'bo@mail.example Not over after all', 'bo@mail.example Over'], $told());
    }

    public function test_a_sheet_promises_what_is_done(): void
    {
        $this->signal([self::firing('clk-2')]);
        $this->takeSignals();
        $this->post('/report', ['service' => 'vehicle-lanes', 'what' => 'Shut', 'email' => 'ann@mail.example']);
        $incident = $this->declare(['reports' => [(int) Report::query()->value('id')]]);
        $preview = $this->get("/incidents/$incident->id/resolve")->json();
        $this->post("/incidents/$incident->id/resolve", ['resolution' => 'x', 'update' => 'x']);

        self::assertSame($preview['reports'], Report::query()->whereNotNull('resolved_at')->count());
        self::assertSame(
            $preview['mails'],
            OutboxMessage::query()->where('kind', 'mail')->get()->map(static fn(OutboxMessage $m): mixed => $m->payload['to'])->all(),
        );
        self::assertSame(count($preview['calls']), Entry::query()->where('kind', 'call.resolved')->count());
        self::assertSame(count($preview['firing']), Alert::query()->whereNotNull('decide_again_at')->count());
        self::assertSame(
            $preview['services'],
            array_column(
                (array) json_decode((string) DB::table('updates')->where('incident_id', $incident->id)->value('services'), true),
                'name',
            ),
        );

        $again = $this->get("/incidents/$incident->id/reopen")->json();
        $this->post(
            "/incidents/$incident->id/reopen", ['why' => 'x', 'update' => $again['update'], 'call' => true],
            ['X-Request-Key' => 'again'],
        );
        self::assertSame($again['reports'], Report::query()->whereNull('resolved_at')->count());
        self::assertSame($again['alerts'], Alert::query()->where('incident_id', $incident->id)->whereNull('decide_again_at')->count());
        self::assertSame(
            1,
            Call::query()->where('outcome', 'waiting')->whereHas('team', static fn($team) => $team->where('name', $again['team']))->count(),
        );
    }
}
