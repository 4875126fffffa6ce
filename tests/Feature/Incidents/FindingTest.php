<?php

declare(strict_types=1);

namespace Tests\Feature\Incidents;

use App\Desk\RunningClocks;
use App\Incidents\Finding\Hypothesis;
use App\Incidents\Finding\Option;
use App\Incidents\Incident;
use App\Incidents\Presence;
use App\Platform\Journal\Entry;
use App\Platform\Role;
use App\Signals\Alert;
use App\Tickets\Steps\Task;
use Illuminate\Support\Facades\Http;
use Illuminate\Testing\TestResponse;
use Inertia\Testing\AssertableInertia as Shown;
use Symfony\Component\HttpFoundation\Response;
use Tests\TestCase;

/** What may be the cause, when it is back, what can be done about it; and what somebody who comes back has missed. */
final class FindingTest extends TestCase
{
    private Incident $incident;

    protected function setUp(): void
    {
        parent::setUp();
        Http::fake(['devices.test/*' => Http::response(['ok' => true])]);
        $this->signal([self::firing('clk-2', 'error'), self::firing('lane-control-ask')]);
        $this->takeSignals();
        $this->actingAs($this->person('ingrid-vale'))->post('/incidents', [
            'alerts' => Alert::query()->whereNull('closed_at')->pluck('id')->all(), 'title' => 'Lanes', 'service' => 'vehicle-lanes',
            'impact' => 'wide', 'urgency' => 'now', 'team' => 'lanes', 'call' => false,
        ])->assertSessionHasNoErrors();
        $this->incident = Incident::query()->whereNull('resolved_at')->sole();
    }

    /**
     * @param  array<string, mixed>  $data
     * @return TestResponse<Response>
     */
    private function send(string $path, array $data = [], string $by = 'ingrid-vale'): TestResponse
    {
        return $this->actingAs($this->person($by))->post($path, $data, ['X-Request-Key' => uniqid()]);
    }

    /**
     * @param  array<string, mixed>  $data
     * @return TestResponse<Response>
     */
    private function room(string $what, array $data, string $by = 'ingrid-vale'): TestResponse
    {
        return $this->send("/incidents/{$this->incident->id}/$what", $data, $by);
    }

    /** @return array<string, mixed> */
    private function shown(): array
    {
        $props = [];
        $this->get("/incidents/{$this->incident->id}")->assertInertia(static function (Shown $shown) use (&$props): void {
            $props = $shown->toArray()['props'];
        });

        return $props;
    }

    public function test_what_was_ruled_out_is_part_of_the_brief_and_nobody_puts_it_down_again(): void
    {
        $this->room('hypotheses', ['text' => 'Time server', 'check' => 'Compare clocks', 'item' => 'clk-2'])->assertSessionHasNoErrors();
        $this->room('hypotheses', ['text' => 'time SERVER'])
            ->assertSessionHasErrors(['text' => 'It is there already: “Time server”, put down by Ingrid Vale.']);
        $this->room('hypotheses', ['text' => 'The clock', 'item' => 'clk-2'])->assertSessionHasErrors('text');
        $one = Hypothesis::query()->sole();
        $this->send("/hypotheses/$one->id/settle", ['state' => 'ruled-out', 'why' => 'Clocks agree.', 'version' => 1], 'lotte-krone')
            ->assertForbidden();
        $this->send("/hypotheses/$one->id/settle", ['state' => 'ruled-out', 'why' => 'Clocks agree.', 'version' => 1])
            ->assertSessionHasNoErrors();
        $this->room('hypotheses', ['text' => 'Time server'])->assertSessionHasErrors(['text' => 'Ingrid Vale ruled it out: Clocks agree.']);
        $shown = $this->shown();
        self::assertStringContainsString('Ruled out: Time server (Clocks agree).', $shown['soFar']);
        self::assertSame('ruled-out', $shown['hypotheses'][0]['state']);
    }

    public function test_what_somebody_who_left_looked_into_is_taken_by_another(): void
    {
        $this->room('hypotheses', ['text' => 'Network']);
        $one = Hypothesis::query()->sole();
        $one->update(['person_id' => 'noor-lind']);
        $this->send("/hypotheses/$one->id/take")->assertSessionHasErrors('action');
        $this->person('noor-lind')->update(['left_at' => now()]);
        $this->send("/hypotheses/$one->id/take")->assertSessionHasNoErrors();
        self::assertSame('ingrid-vale', $one->refresh()->person_id);
    }

    public function test_one_looks_into_it_and_the_second_one_is_told(): void
    {
        $mika = $this->person('mika-sund');
        $this->room('hypotheses', ['text' => 'Network']);
        $one = Hypothesis::query()->sole();
        $this->send("/hypotheses/$one->id/take")->assertSessionHasNoErrors();
        $this->send("/hypotheses/$one->id/take")->assertSessionHasNoErrors();
        $this->send("/hypotheses/$one->id/take", [], $mika->id)->assertSessionHasErrors(['action' => 'Ingrid Vale looks into it by now.']);
        $this->send("/hypotheses/$one->id/settle", ['state' => 'confirmed', 'why' => 'Cable cut', 'version' => 1], $mika->id)
            ->assertSessionHasErrors('action');
        $this->send("/hypotheses/$one->id/settle", ['state' => 'confirmed', 'why' => 'Cable cut', 'version' => 2], $mika->id)
            ->assertSessionHasNoErrors();
        $this->send("/hypotheses/$one->id/take")->assertSessionHasErrors('action');
        $this->send("/hypotheses/$one->id/settle", ['state' => 'open', 'why' => 'It was another cable', 'version' => 3])
            ->assertSessionHasNoErrors();
        self::assertSame(['open', null, null, null], [
            $one->refresh()->state->value, $one->result, $one->person_id, $one->settled_at,
        ]);
        self::assertSame(
            ['hypothesis.added', 'hypothesis.taken', 'hypothesis.settled', 'hypothesis.settled'],
            Entry::query()->where('kind', 'like', 'hypothesis.%')->orderBy('seq')->pluck('kind')->all(),
        );
    }

    public function test_helpers_work_on_incidents_of_their_team_only(): void
    {
        $noor = $this->person('noor-lind');
        $noor->update(['roles' => [Role::Responder->value], 'team_id' => 'lanes']);
        $this->room('hypotheses', ['text' => 'Loop detector'], 'noor-lind')->assertSessionHasNoErrors();
        $this->incident->update(['team_id' => 'platform']);
        $this->room('hypotheses', ['text' => 'Barrier'], 'noor-lind')->assertSessionHasErrors('action');
        $one = Hypothesis::query()->sole();
        foreach (['take' => [], 'settle' => ['state' => 'ruled-out', 'why' => 'x', 'version' => 1]] as $what => $data) {
            $this->send("/hypotheses/$one->id/$what", $data, 'noor-lind')->assertSessionHasErrors('action');
        }
        $this->room('estimate', ['at' => now()->addHour()->toIso8601String(), 'seen' => 0], 'noor-lind')->assertSessionHasErrors('action');
        $this->room('options', ['kind' => 'wait', 'text' => 'x'], 'noor-lind')->assertSessionHasErrors('action');
    }

    public function test_what_is_underneath_and_well_is_named_until_it_is_not(): void
    {
        $well = fn(): array => array_column((array) $this->deferred("/incidents/{$this->incident->id}", 'Incidents/Room', 'healthy'), 'id');
        $healthy = $well();
        self::assertNotContains('clk-2', $healthy);
        $this->signal([self::firing('booking-db-1', 'critical')]);
        $this->takeSignals();
        self::assertNotContains('booking-db-1', $well());
    }

    public function test_an_estimate_is_revised_asked_about_when_it_passes_and_feeds_the_update(): void
    {
        $this->room('estimate', ['at' => now()->addMinutes(30)->toIso8601String(), 'why' => 'Part on its way', 'seen' => 0])
            ->assertSessionHasNoErrors();
        $shown = $this->shown();
        self::assertStringContainsString('says Ingrid Vale', $shown['soFar']);
        self::assertStringContainsString('We expect it to work again by', $shown['draft']['text']);
        $clock = static fn(): array => array_values(array_filter(
            RunningClocks::all(), static fn(array $one): bool => str_starts_with($one['id'], 'estimate-'),
        ))[0];
        self::assertFalse($clock()['person']);
        $this->later(1801);
        self::assertTrue($clock()['person'], 'Somebody has to say more.');
        $shown = $this->shown();
        self::assertStringContainsString('nobody has said more since', $shown['soFar']);
        self::assertStringNotContainsString('We expect', $shown['draft']['text'], 'What was wrong is not said again.');
        $this->room('estimate', ['at' => now()->addHour()->toIso8601String(), 'seen' => 0])->assertSessionHasErrors('action');
        $this->room('estimate', ['at' => now()->toIso8601String(), 'seen' => 1])->assertSessionHasErrors('at');
        $this->room('estimate', ['at' => now()->addHour()->toIso8601String(), 'seen' => 1])->assertSessionHasNoErrors();
        self::assertSame(2, $this->shown()['incident']['estimates']);
        $this->room('estimate', ['at' => null, 'seen' => 2])->assertSessionHasNoErrors();
        self::assertNull($this->incident->refresh()->estimate_at);
        self::assertStringNotContainsString('xpected', $this->shown()['soFar']);
    }

    public function test_an_option_says_what_it_takes_down_and_the_decision_gives_a_team_the_task(): void
    {
        $this->room(
            'options',
            [
                'kind' => 'quick-fix', 'text' => 'Restart lane control', 'minutes' => 10, 'risk' => 'Cars wait',
                'items' => ['lane-control-ask', 'lane-control-ask'],
            ]
        )->assertSessionHasNoErrors();
        $this->room('options', ['kind' => 'wait', 'text' => 'The next boat leaves at noon']);
        $shown = $this->shown()['options'];
        self::assertSame([['Quick fix', 10, 1], ['Wait', null, 0]], array_map(
            static fn(array $one): array => [$one['kindWords'], $one['minutes'], count($one['items'])], $shown,
        ));
        self::assertContains('Vehicle lanes', array_column($shown[0]['takesDown'], 'name'));
        [$fix, $wait] = Option::query()->orderBy('id')->get()->all();
        $this->send("/options/$wait->id/drop")->assertSessionHasNoErrors();
        $this->send("/options/$wait->id/choose", ['why' => 'x'])->assertSessionHasErrors(['action' => 'Somebody dropped this meanwhile.']);
        $this->send("/options/$fix->id/choose", ['why' => ''])->assertSessionHasErrors('why');
        $this->send("/options/$fix->id/choose", ['why' => 'No boat before noon.', 'team' => 'lanes'])->assertSessionHasNoErrors();
        $this->send("/options/$fix->id/choose", ['why' => 'x'], 'mika-sund')
            ->assertSessionHasErrors(['action' => 'Ingrid Vale decided for it already.']);
        $this->send("/options/$fix->id/drop")->assertSessionHasErrors('action');
        $task = Task::query()->where('incident_id', $this->incident->id)->sole();
        self::assertSame(['Quick fix: Restart lane control', 'lanes'], [$task->text, $task->team_id]);
        self::assertStringContainsString('Decided: Quick fix: Restart lane control. No boat before noon.', $this->shown()['soFar']);
        self::assertCount(1, $this->shown()['options']);
    }

    public function test_a_decision_without_a_team_makes_no_task(): void
    {
        $this->room('options', ['kind' => 'wait', 'text' => 'The next boat leaves at noon']);
        $this->send('/options/'.Option::query()->value('id').'/choose', ['why' => 'Nobody waits.'])->assertSessionHasNoErrors();
        self::assertSame(0, Task::query()->where('incident_id', $this->incident->id)->count());
    }

    public function test_nothing_is_found_out_about_what_is_over(): void
    {
        $this->room('hypotheses', ['text' => 'Network']);
        $this->room('options', ['kind' => 'wait', 'text' => 'x']);
        [$one, $option] = [Hypothesis::query()->sole(), Option::query()->sole()];
        $this->incident->update(['resolved_at' => now()]);
        $this->room('hypotheses', ['text' => 'Power'])->assertSessionHasErrors('action');
        $this->send("/hypotheses/$one->id/take")->assertSessionHasErrors('action');
        $this->send("/hypotheses/$one->id/settle", ['state' => 'confirmed', 'why' => 'x', 'version' => 1])
            ->assertSessionHasErrors('action');
        $this->room('estimate', ['at' => now()->addHour()->toIso8601String(), 'seen' => 0])->assertSessionHasErrors('action');
        $this->room('options', ['kind' => 'wait', 'text' => 'y'])->assertSessionHasErrors('action');
        $this->send("/options/$option->id/drop")->assertSessionHasErrors('action');
        $this->send("/options/$option->id/choose", ['why' => 'x'])->assertSessionHasErrors('action');
    }

    public function test_who_comes_back_is_told_from_when_on(): void
    {
        $this->shown();
        self::assertNull($this->shown()['leftAt']);
        $this->later(600);
        app(Presence::class)(static fn(): bool => true);
        $left = now()->toIso8601String();
        $this->later(600);
        self::assertSame(strtotime($left), strtotime($this->shown()['leftAt']));
        $this->actingAs($this->person('mika-sund'));
        self::assertNull($this->shown()['leftAt'], 'That somebody else left is not theirs.');
    }

    public function test_working_again_has_a_clock_of_its_own_as_long_as_it_is_checked(): void
    {
        $stage = fn(string $stage) => $this->room('stage', ['version' => $this->incident->refresh()->version, 'stage' => $stage])
            ->assertSessionHasNoErrors();
        $clocks = static fn(): array => array_values(array_filter(
            RunningClocks::all(), static fn(array $one): bool => str_starts_with($one['id'], 'proving-'),
        ));
        $stage('proving');
        self::assertSame((int) now()->addMinutes(30)->getTimestampMs(), $clocks()[0]['due']);
        $stage('fixing');
        self::assertSame([], $clocks());
    }
}
