<?php

declare(strict_types=1);

namespace Tests\Feature\Paging;

use App\Paging\Contact;
use App\Paging\EscalationPolicy;
use Inertia\Testing\AssertableInertia as Shown;
use Tests\TestCase;

/** Policies, edited beside what they would do: by the same code that follows real calls. */
final class PolicyTest extends TestCase
{
    /** @return array{rounds: int, steps: list<array{targets: list<string>, wait_seconds: int}>} */
    private function kept(): array
    {
        $policy = EscalationPolicy::query()->where('team_id', 'lanes')->firstOrFail();

        return ['rounds' => $policy->rounds, 'steps' => $policy->steps];
    }

    public function test_a_dry_run_says_who_would_be_paged_when(): void
    {
        $this->actingAs($this->person('noor-lind'));
        $this->get('/policies/lanes')->assertInertia(fn(Shown $page) => $page->component('Paging/Policy')->where('mayEdit', false)->where('course.pages.0.at', now()->getTimestamp() * 1000)->where('course.doubtful', [])->etc());
        $this->postJson('/policies/lanes/dry-run', ['rounds' => 1, 'steps' => [['targets' => ['person:ada-holm'], 'wait_seconds' => 120], ['targets' => ['person:noor-lind'], 'wait_seconds' => 60]]])->assertOk()
            ->assertJsonPath('pages.0', ['at' => now()->getTimestamp() * 1000, 'name' => 'Ada Holm', 'channel' => 'push', 'round' => 1, 'step' => 1])
            ->assertJsonPath('pages.2.name', 'Noor Lind')->assertJsonPath('pages.2.at', (now()->getTimestamp() + 120) * 1000);
        $this->postJson('/policies/lanes/dry-run', ['rounds' => 1, 'steps' => [['targets' => ['person:nobody'], 'wait_seconds' => 120]]])->assertStatus(422)->assertJsonPath('error.at', '/policy/steps/0/targets/0');
        $this->postJson('/policies/lanes/dry-run', ['rounds' => 1, 'steps' => []])->assertStatus(422);
    }

    public function test_who_may_not_be_reached_is_told(): void
    {
        Contact::query()->where('person_id', 'ada-holm')->where('channel', '!=', 'push')->delete();
        $this->actingAs($this->person('ingrid-vale'))->postJson('/policies/lanes/dry-run', ['rounds' => 1, 'steps' => [['targets' => ['person:ada-holm'], 'wait_seconds' => 60]]])->assertJsonPath('doubtful', ['Ada Holm can be reached in one way only.']);
        Contact::query()->where('person_id', 'ada-holm')->delete();
        $this->postJson('/policies/lanes/dry-run', ['rounds' => 1, 'steps' => [['targets' => ['person:ada-holm'], 'wait_seconds' => 60], ['targets' => ['person:noor-lind'], 'wait_seconds' => 60]]])->assertJsonPath('nobody', ['step 1 of round 1']);
    }

    public function test_a_policy_is_saved_by_coordinators_and_not_over_somebody_elses(): void
    {
        $was = $this->kept();
        $mine = ['rounds' => 3, 'steps' => [['targets' => ['rota:lanes', 'person:ada-holm'], 'wait_seconds' => 240]]];
        $this->actingAs($this->person('noor-lind'))->post('/policies/lanes', [...$mine, 'was' => $was])->assertForbidden();
        $this->actingAs($this->person('ingrid-vale'));
        $this->post('/policies/lanes', [...$mine, 'steps' => [['targets' => [], 'wait_seconds' => 240]], 'was' => $was])->assertSessionHasErrors('steps.0.targets');
        $this->post('/policies/lanes', [...$mine, 'steps' => [['targets' => ['rota:moon'], 'wait_seconds' => 240]], 'was' => $was])->assertSessionHasErrors('action');
        self::assertSame($was, $this->kept());
        $this->post('/policies/lanes', [...$mine, 'was' => $was])->assertSessionHasNoErrors();
        self::assertSame($mine, $this->kept());
        $this->post('/policies/lanes', [...$mine, 'rounds' => 5, 'was' => $was])->assertSessionHasErrors('action');
        self::assertSame(3, $this->kept()['rounds']);
    }
}
