<?php

declare(strict_types=1);

namespace Tests\Feature\Incidents;

use App\Incidents\Incident;
use App\Incidents\Major\MajorSettings;
use App\Incidents\Priorities;
use App\Incidents\UpdateRhythm;
use App\Paging\Call;
use App\Platform\Journal\Entry;
use App\Signals\Alert;
use App\Updates\Update;
use Illuminate\Support\Facades\Http;
use Illuminate\Testing\TestResponse;
use Inertia\Testing\AssertableInertia as Shown;
use PHPUnit\Framework\Attributes\TestWith;
use Skarvo\Paging\Outcome;
use Symfony\Component\HttpFoundation\Response;
use Tests\TestCase;

/** Major is a mark of its own: raised once, with open eyes, and lowered with what can be undone. */
final class MajorTest extends TestCase
{
    private Incident $incident;

    protected function setUp(): void
    {
        parent::setUp();
        Http::fake(['devices.test/*' => Http::response(['ok' => true])]);
        $this->signal([self::firing('clk-2', 'error'), self::firing('lane-control-ask')]);
        $this->takeSignals();
        $this->actingAs($this->person('ingrid-vale'))->post('/incidents', [
            'alerts' => Alert::query()->pluck('id')->all(), 'title' => 'Screen of till 3 is grey', 'service' => 'vehicle-lanes',
            'impact' => 'part',
            'urgency' => 'soon', 'team' => 'lanes', 'call' => false,
        ])->assertSessionHasNoErrors();
        $this->incident = Incident::query()->whereNull('resolved_at')->sole();
        $this->incident->update(['started_at' => now()]);
    }

    /**
     * @param  array<string, mixed>  $more
     * @return TestResponse<Response>
     */
    private function raise(array $more = [], string $key = 'raise'): TestResponse
    {
        return $this->post("/incidents/{$this->incident->id}/major", [
            'version' => $this->incident->refresh()->version, 'title' => 'Lane control is down', 'service' => 'vehicle-lanes',
            'impact' => 'wide',
            'urgency' => 'now', 'confirmed' => 'Tried at both lanes.', 'update' => 'Vehicle lanes are closed.', 'call' => true, ...$more,
        ], ['X-Request-Key' => $key]);
    }

    private function choose(?string $team): void
    {
        MajorSettings::change([
            'conditions' => [['tier' => 1, 'places' => null, 'reports' => null, 'minutes' => 10]], 'update_minutes' => 15, 'team' => $team,
            'roles' => [['id' => 'harbour', 'name' => 'Speaks to the harbour master']], 'confirm_all' => false, 'proving_minutes' => 30,
            'link_alone' => true, 'watch_minutes' => 240, 'conversation' => true, 'bridge' => true,
        ], MajorSettings::now()->version, $this->person('per-strand'));
    }

    /** @return list<string> kinds written since */
    private static function since(int $seq): array
    {
        return array_values(Entry::query()->where('seq', '>', $seq)->orderBy('seq')->pluck('kind')->map(strval(...))->all());
    }

    #[TestWith([90, 'Priority 1'])]
    #[TestWith([5, 'A major incident'])]
    public function test_updates_are_owed_by_whichever_asks_for_more(int $minutes, string $by): void
    {
        $this->raise()->assertSessionHasNoErrors();
        $this->incident->refresh()->update(['priority' => 1]);
        MajorSettings::change(
            [...MajorSettings::now()->choices(), 'update_minutes' => $minutes], MajorSettings::now()->version, $this->person('per-strand'),
        );

        self::assertSame($by, UpdateRhythm::by($this->incident->refresh()));
        self::assertSame(
            min($minutes * 60, Priorities::matrix()->updateWithin(1)), UpdateRhythm::of($this->incident),
        );
    }

    public function test_it_is_asked_about_as_soon_as_a_condition_holds_and_not_once_it_is_one(): void
    {
        $this->choose(null);
        $this->get("/incidents/{$this->incident->id}")->assertInertia(static fn(Shown $shown) => $shown->where('major.why', []));
        $this->later(600);
        $why = null;
        $this->get("/incidents/{$this->incident->id}")->assertInertia(
            static function (Shown $shown) use (&$why): void {
                $why = $shown->toArray()['props']['major']['why'];
            },
        );
        self::assertCount(1, $why);
        self::assertStringContainsString('tier 1', $why[0]);
        self::assertStringContainsString('for 10 min', $why[0]);
        $this->raise()->assertSessionHasNoErrors();
        $this->get("/incidents/{$this->incident->id}")->assertInertia(static fn(Shown $shown) => $shown->where('major.why', []));
    }

    public function test_one_press_corrects_what_is_said_and_does_what_the_sheet_promised(): void
    {
        $this->choose('platform');
        $promised = $this->getJson("/incidents/{$this->incident->id}/major")->assertOk()->json();
        self::assertSame('Platform', $promised['callsTeam']['team']);
        self::assertFalse($promised['callsTeam']['already']);
        self::assertSame(['Technical lead', 'Communicator', 'Speaks to the harbour master'], $promised['openRoles']);
        self::assertSame(15, $promised['every']);
        $this->raise(['update' => $promised['update']])->assertSessionHasNoErrors();
        $incident = $this->incident->refresh();
        self::assertTrue($incident->isMajor());
        self::assertSame(['Lane control is down', 1], [$incident->title, $incident->priority]);
        self::assertSame(1, Call::query()->where('team_id', 'platform')->where('outcome', Outcome::Waiting)->count());
        $update = Update::query()->where('incident_id', $incident->id)->sole();
        self::assertSame($promised['update'], $update->text);
        self::assertSame($promised['services'], array_column($update->services, 'name'));
        self::assertEqualsWithDelta(
            now()->addMinutes(15)->getTimestamp(), $incident->occasion->refresh()->next_update_at?->getTimestamp(), 1
        );
        $this->get("/incidents/$incident->id")->assertInertia(
            static fn(Shown $shown) => $shown->has('incident.major_at')->where('draft.next_minutes', 15)
                ->count('roles', 3)->where('roles.0.person', null),
        );
        $this->get('/status')->assertOk()->assertDontSee('major');
    }

    public function test_a_second_press_and_a_second_person_do_nothing_further(): void
    {
        $this->choose('platform');
        $this->raise();
        $seq = (int) Entry::query()->max('seq');
        $this->raise()->assertSessionHasNoErrors();
        $this->raise(key: 'second')->assertSessionHasErrors(['action']);
        self::assertSame([], self::since($seq));
        self::assertSame(1, Update::query()->where('incident_id', $this->incident->id)->count());
    }

    public function test_what_somebody_changed_meanwhile_is_not_overwritten(): void
    {
        $this->raise(['version' => 0])->assertSessionHasErrors('action');
        self::assertFalse($this->incident->refresh()->isMajor());
        self::assertSame('Screen of till 3 is grey', $this->incident->title);
    }

    public function test_without_a_notice_nothing_is_published_and_without_the_call_nobody_is_called(): void
    {
        $this->choose('platform');
        $this->raise(['update' => '', 'call' => false, 'confirmed' => '', 'service' => null])->assertSessionHasNoErrors();
        self::assertSame(
            [0, 0],
            [Update::query()->where('incident_id', $this->incident->id)->count(), Call::query()->where('team_id', 'platform')->count()]
        );
        $this->get("/incidents/{$this->incident->id}")->assertInertia(static fn(Shown $shown) => $shown->where(
            'journal.lines',
            static fn($journal): bool => $journal->contains('lead', 'Raised to a major incident')
                && $journal->contains('lead', 'Service: none'),
        ));
    }

    public function test_an_update_that_is_owed_sooner_stays_owed_sooner_and_a_later_one_comes_forward(): void
    {
        $owed = fn(): ?int => $this->incident->occasion->refresh()->next_update_at?->getTimestamp();
        $this->incident->occasion->owes(now()->addMinutes(5));
        $this->raise(['update' => '']);
        self::assertSame(now()->addMinutes(5)->getTimestamp(), $owed());
        $this->incident->refresh()->update(['major_at' => null]);
        $this->incident->occasion->owes(now()->addHours(5));
        $this->raise(['update' => ''], 'again');
        self::assertSame(now()->addMinutes(20)->getTimestamp(), $owed());
    }

    public function test_raising_and_lowering_are_changes_that_a_form_from_before_does_not_overwrite(): void
    {
        $version = $this->incident->version;
        $this->raise();
        $raised = $this->incident->refresh()->version;
        self::assertGreaterThan($version, $raised);
        $this->post("/incidents/{$this->incident->id}/not-major", ['version' => $raised, 'why' => 'x'], ['X-Request-Key' => 'low'])
            ->assertSessionHasNoErrors();
        self::assertGreaterThan($raised, $this->incident->refresh()->version);
        self::assertNotNull($this->incident->occasion->refresh()->answered_at, 'Outsiders were told for the first time.');
    }

    public function test_lowering_ends_the_call_that_nobody_answered_and_names_what_stays(): void
    {
        $this->choose('platform');
        $this->later(60);
        $this->raise();
        $owed = $this->incident->occasion->refresh()->next_update_at;
        self::assertEqualsCanonicalizing(
            [
                'endsCalls' => ['Platform'], 'keepsCalls' => [], 'published' => 1,
                'openRoles' => ['Technical lead', 'Communicator', 'Speaks to the harbour master'],
            ],
            array_intersect_key(
                $this->getJson("/incidents/{$this->incident->id}/not-major")->json(),
                array_flip(['endsCalls', 'keepsCalls', 'published', 'openRoles'])
            ),
        );
        $this->later(60);
        $version = $this->incident->refresh()->version;
        $this->post("/incidents/{$this->incident->id}/not-major", ['version' => $version, 'why' => ''])->assertSessionHasErrors('why');
        $this->post("/incidents/{$this->incident->id}/not-major", ['version' => $version, 'why' => 'One lane only'])
            ->assertSessionHasNoErrors();
        self::assertFalse($this->incident->refresh()->isMajor());
        self::assertSame(Outcome::Resolved, Call::query()->where('team_id', 'platform')->sole()->outcome);
        self::assertEquals($owed, $this->incident->occasion->refresh()->next_update_at, 'People wait for it.');
        $this->post("/incidents/{$this->incident->id}/not-major", ['version' => $version, 'why' => 'x'], ['X-Request-Key' => 'again'])
            ->assertSessionHasErrors('action');
    }

    public function test_a_call_from_before_goes_on_when_it_is_lowered(): void
    {
        $this->choose('platform');
        $this->post("/incidents/{$this->incident->id}/calls", ['whom' => ['team:platform'], 'why' => 'x'], ['X-Request-Key' => 'before'])
            ->assertSessionHasNoErrors();
        $this->later(60);
        self::assertTrue($this->getJson("/incidents/{$this->incident->id}/major")->json('callsTeam.already'));
        $this->raise();
        self::assertSame([], $this->getJson("/incidents/{$this->incident->id}/not-major")->json('endsCalls'));
    }

    /** @param  array<string, mixed>  $wrong */
    #[TestWith([['update_minutes' => 4], 'update_minutes'])]
    #[TestWith([['conditions' => [['tier' => 5]]], 'conditions.0.tier'])]
    #[TestWith([['conditions' => [['tier' => null]]], 'conditions'])]
    #[TestWith([['conditions' => ['x']], 'conditions.0'])]
    #[TestWith([['roles' => [['name' => 'Communicator']]], 'roles'])]
    #[TestWith([['roles' => [['name' => 'Scribe'], ['name' => 'scribe']]], 'roles'])]
    #[TestWith([['team' => 'nobody'], 'team'])]
    public function test_settings_that_make_no_sense_are_refused(array $wrong, string $field): void
    {
        $right = [
            'version' => 0, 'conditions' => [['reports' => 3]], 'update_minutes' => 15, 'team' => null, 'roles' => [['name' => 'Scribe']],
            'confirm_all' => true, 'proving_minutes' => 20, 'link_alone' => true, 'watch_minutes' => 240, 'conversation' => true,
            'bridge' => true,
        ];
        $this->actingAs($this->person('per-strand'))->post('/settings/major', [...$right, ...$wrong])->assertSessionHasErrors($field);
        self::assertSame(0, MajorSettings::now()->version);
        $this->post('/settings/major', $right)->assertSessionHasNoErrors();
        $this->post('/settings/major', $right)->assertSessionHasErrors('action');
        self::assertSame([['id' => 'scribe', 'name' => 'Scribe']], MajorSettings::now()->roles);
        $this->get('/settings/major')->assertInertia(
            static fn(Shown $shown) => $shown->component('Incidents/MajorSettings')->where('choices.conditions.0.reports', 3)
                ->where('version', 1),
        );
    }
}
