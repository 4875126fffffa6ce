<?php

declare(strict_types=1);

namespace Tests\Feature\Paging;

use App\Paging\Call;
use App\Paging\EscalationPolicy;
use App\Paging\Page;
use App\Paging\Policies;
use App\Platform\Staff\Contact;
use App\Signals\Alert;
use Inertia\Testing\AssertableInertia as Shown;
use Tests\TestCase;

/** Policies, edited beside what they would do: by the same code that follows real calls. */
final class PolicyTest extends TestCase
{
    /** @return array<string, mixed> as the form has it */
    private function kept(): array
    {
        $policy = EscalationPolicy::query()->where('team_id', 'lanes')->orderBy('id')->firstOrFail();

        return $policy->only([
            'id', 'name', 'rounds', 'steps', 'service_id', 'urgencies', 'hours', 'patience_seconds', 'answer_seconds', 'version',
        ]);
    }

    public function test_a_dry_run_says_who_would_be_paged_when(): void
    {
        $this->actingAs($this->person('noor-lind'));
        $this->get('/policies/lanes')->assertInertia(
            fn(Shown $page) => $page->component('Paging/Policy')
                ->where('mayEdit', false)->where('course.pages.0.at', now()->getTimestamp() * 1000)
                ->where('course.doubtful', [])->etc(),
        );
        $this->postJson(
            '/policies/lanes/dry-run',
            [
                'rounds' => 1,
                'steps' => [
                    ['targets' => ['person:ada-holm'], 'wait_seconds' => 120],
                    ['targets' => ['person:noor-lind'], 'wait_seconds' => 60],
                ],
            ],
        )->assertOk()
            ->assertJsonPath(
                'pages.0',
                ['at' => now()->getTimestamp() * 1000, 'name' => 'Ada Holm', 'way' => 'push', 'round' => 1, 'step' => 1],
            )
            ->assertJsonPath('pages.2.name', 'Noor Lind')->assertJsonPath('pages.2.at', (now()->getTimestamp() + 120) * 1000);
        $this->postJson('/policies/lanes/dry-run', ['rounds' => 1, 'steps' => [['targets' => ['person:nobody'], 'wait_seconds' => 120]]])
            ->assertStatus(422)->assertJsonPath('error.at', '/policy/steps/0/targets/0');
        $this->postJson('/policies/lanes/dry-run', ['rounds' => 1, 'steps' => []])->assertStatus(422);
    }

    public function test_who_may_not_be_reached_is_told(): void
    {
        Contact::query()->where('person_id', 'ada-holm')->where('channel', '!=', 'push')->delete();
        $this->actingAs($this->person('ingrid-vale'))
            ->postJson('/policies/lanes/dry-run', ['rounds' => 1, 'steps' => [['targets' => ['person:ada-holm'], 'wait_seconds' => 60]]])
            ->assertJsonPath('doubtful', ['Ada Holm can be reached in one way only, push.']);
        Contact::query()->where('person_id', 'ada-holm')->delete();
        $this->postJson(
            '/policies/lanes/dry-run',
            [
                'rounds' => 1,
                'steps' => [
                    ['targets' => ['person:ada-holm'], 'wait_seconds' => 60],
                    ['targets' => ['person:noor-lind'], 'wait_seconds' => 60],
                ],
            ],
        )->assertJsonPath('nobody', ['step 1 of round 1']);
    }

    public function test_a_policy_is_saved_by_coordinators_and_not_over_somebody_elses(): void
    {
        $was = $this->kept();
        $mine = [
            ...$was, 'rounds' => 3, 'steps' => [['targets' => ['rota:lanes', 'person:ada-holm'], 'wait_seconds' => 240]],
        ];
        $this->actingAs($this->person('noor-lind'))->post('/policies/lanes', $mine)->assertForbidden();
        $this->actingAs($this->person('ingrid-vale'));
        $this->post(
            '/policies/lanes', [...$mine, 'steps' => [['targets' => [], 'wait_seconds' => 240]]],
        )->assertSessionHasErrors('steps.0.targets');
        $this->post(
            '/policies/lanes', [...$mine, 'steps' => [['targets' => ['rota:moon'], 'wait_seconds' => 240]]],
        )->assertSessionHasErrors('action');
        self::assertEquals($was, $this->kept());
        $this->post('/policies/lanes', $mine)->assertSessionHasNoErrors();
        self::assertSame([3, $mine['steps']], [$this->kept()['rounds'], $this->kept()['steps']]);
        $this->post('/policies/lanes', [...$mine, 'rounds' => 5])->assertSessionHasErrors('action');
        self::assertSame(3, $this->kept()['rounds']);
    }

    public function test_a_team_has_a_policy_of_its_own_for_a_service_an_urgency_and_hours(): void
    {
        $this->actingAs($this->person('ingrid-vale'));
        $night = [
            'name' => 'Lanes at night', 'rounds' => 1, 'steps' => [['targets' => ['person:noor-lind'], 'wait_seconds' => 60]],
            'service_id' => 'vehicle-lanes', 'urgencies' => ['now'],
            'hours' => ['days' => ['mon', 'tue', 'wed', 'thu', 'fri', 'sat', 'sun'], 'from' => '22:00', 'to' => '07:00'],
            'patience_seconds' => 600, 'answer_seconds' => 60, 'id' => null,
        ];
        $this->post('/policies/lanes', $night)->assertSessionHasNoErrors();
        $this->post('/policies/lanes', [...$night, 'name' => 'Again'])->assertSessionHasErrors('action');
        $this->post(
            '/policies/lanes', [...$night, 'hours' => ['days' => [], 'from' => '22:00', 'to' => '25:00']],
        )->assertSessionHasErrors('hours.days');
        $id = (int) EscalationPolicy::query()->where('name', 'Lanes at night')->sole()->id;
        $at = static fn(string $time): int => \Carbon\CarbonImmutable::parse($time, 'Europe/Oslo')->getTimestamp();
        config(['skarvo.time_zone' => 'Europe/Oslo']);

        self::assertSame($id, Policies::choose('lanes', 'vehicle-lanes', 'now', $at('2026-03-03 23:00'))?->id);
        self::assertNotSame($id, Policies::choose('lanes', 'vehicle-lanes', 'now', $at('2026-03-03 12:00'))?->id);
        self::assertNotSame($id, Policies::choose('lanes', 'booking', 'now', $at('2026-03-03 23:00'))?->id);
        self::assertNotSame($id, Policies::choose('lanes', 'vehicle-lanes', 'later', $at('2026-03-03 23:00'))?->id);

        $this->get("/policies/lanes?policy=$id")->assertInertia(fn(Shown $page) => $page->where('policy.name', 'Lanes at night')->where(
            'policies.1.for', 'Vehicle lanes, cannot wait, mon, tue, wed, thu, fri, sat, sun 22:00 to 07:00',
        ));
        $this->post("/policies/lanes/{$this->kept()['id']}/drop")->assertSessionHasErrors('action');
        // Nor is the one for all other cases made one for some.
        foreach ([['urgencies' => ['now']], ['service_id' => 'booking'], ['hours' => $night['hours']]] as $some) {
            $this->post('/policies/lanes', [...$this->kept(), ...$some])->assertSessionHasErrors(
                ['action' => 'This one is for all cases that no other is for. Without it nobody might be called: leave it so, and add another for these cases.'],
            );
        }
        self::assertNotNull(Policies::choose('lanes', 'booking', 'later', $at('2026-03-03 12:00')));
        $this->post("/policies/lanes/$id/drop")->assertSessionHasNoErrors();
        self::assertSame(1, EscalationPolicy::query()->where('team_id', 'lanes')->count());
    }

    public function test_a_call_goes_by_the_policy_that_fits_and_says_when_that_was_changed_since(): void
    {
        $this->actingAs($this->person('ingrid-vale'));
        EscalationPolicy::query()->create([
            'team_id' => 'lanes', 'name' => 'Lanes, urgent', 'rounds' => 2,
            'steps' => [['targets' => ['person:noor-lind'], 'wait_seconds' => 600]], 'urgencies' => ['now'],
            'patience_seconds' => 300, 'answer_seconds' => 60,
        ]);
        $this->signal([self::firing('lane-control-ask')]);
        $this->takeSignals();
        $this->post(
            '/incidents',
            [
                'alerts' => [Alert::query()->whereNull('closed_at')->sole()->id], 'title' => 'Lanes',
                'service' => 'vehicle-lanes', 'impact' => 'wide', 'urgency' => 'now', 'team' => 'lanes',
            ],
        )->assertSessionHasNoErrors();
        $call = Call::query()->sole();
        self::assertSame(['Lanes, urgent', 300], [$call->policy_name, $call->patience_seconds]);
        self::assertSame(['noor-lind'], Page::query()->pluck('person_id')->all());
        $this->get("/incidents/{$call->occasion->record_id}")->assertInertia(
            fn(Shown $page) => $page->where('calls.0.policyChanged', false),
        );

        EscalationPolicy::query()->where('name', 'Lanes, urgent')->update(['rounds' => 7]);
        $this->get("/incidents/{$call->occasion->record_id}")->assertInertia(
            fn(Shown $page) => $page->where('calls.0.policyChanged', true),
        );
    }
}
