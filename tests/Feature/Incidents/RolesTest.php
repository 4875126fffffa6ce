<?php

declare(strict_types=1);

namespace Tests\Feature\Incidents;

use App\Incidents\Incident;
use App\Incidents\Roles\CoordinationOffer;
use App\Incidents\Roles\RoleHeld;
use App\Platform\Person;
use App\Platform\Role;
use App\Signals\Alert;
use Illuminate\Testing\TestResponse;
use Inertia\Testing\AssertableInertia as Shown;
use Symfony\Component\HttpFoundation\Response;
use Tests\TestCase;

/** Who does what in an incident: roles are taken, given and laid down; coordination goes over once it is accepted. */
final class RolesTest extends TestCase
{
    private Incident $incident;

    protected function setUp(): void
    {
        parent::setUp();
        $this->incident = Incident::factory()->create(['coordinator_id' => 'ingrid-vale', 'team_id' => 'lanes']);
    }

    /** @return TestResponse<Response> */
    private function give(string $by, string $role, ?string $to, ?string $was = null): TestResponse
    {
        return $this->actingAs($this->person($by))->post(
            "/incidents/{$this->incident->id}/roles", ['role' => $role, 'person' => $to, 'was' => $was], ['X-Request-Key' => uniqid()]
        );
    }

    private function has(string $role): ?string
    {
        return RoleHeld::query()->where('role', $role)->whereNull('until')->first()?->person_id;
    }

    /** Another coordinator, who is not in the incident. */
    private function other(): Person
    {
        $other = $this->person('ada-holm');
        $other->update(['roles' => [Role::Coordinator->value]]);

        return $other;
    }

    public function test_a_role_goes_from_one_to_the_next_and_who_had_it_is_known(): void
    {
        $this->give('ingrid-vale', 'lead', 'noor-lind')->assertSessionHasNoErrors();
        $this->later(60);
        $this->give('ingrid-vale', 'lead', 'per-strand', 'noor-lind')->assertSessionHasNoErrors();
        $this->get("/incidents/{$this->incident->id}")->assertInertia(static fn(Shown $shown) => $shown
            ->where('roles.0.person.id', 'per-strand')->count('roles.0.before', 1)->where('roles.1.person', null));
        $this->give('ingrid-vale', 'lead', null, 'per-strand');
        self::assertNull($this->has('lead'));
    }

    public function test_the_second_one_is_told_who_has_it(): void
    {
        $this->give('ingrid-vale', 'lead', 'noor-lind');
        $this->give('ingrid-vale', 'lead', 'per-strand')->assertSessionHasErrors(['action' => 'Noor Lind is Technical lead by now.']);
        $this->give('ingrid-vale', 'lead', null, 'noor-lind');
        $this->give('ingrid-vale', 'lead', 'per-strand', 'noor-lind')->assertSessionHasErrors('action');
        self::assertNull($this->has('lead'));
        $this->give('ingrid-vale', 'lead', null);
        self::assertSame(1, RoleHeld::query()->count());
    }

    public function test_who_takes_part_takes_a_role_for_themselves_and_gives_none_to_others(): void
    {
        $noor = $this->person('noor-lind');
        $noor->update(['roles' => [Role::Responder->value], 'team_id' => 'lanes']);
        $this->give('noor-lind', 'lead', 'per-strand')->assertSessionHasErrors('action');
        $this->give('noor-lind', 'lead', 'noor-lind')->assertSessionHasNoErrors();
        $this->give('ingrid-vale', 'communicator', 'per-strand')->assertSessionHasNoErrors();
        $this->give('noor-lind', 'communicator', null, 'per-strand')->assertSessionHasErrors('action');
        $this->give('noor-lind', 'communicator', 'noor-lind', 'per-strand')->assertSessionHasErrors('action');
        $this->give('noor-lind', 'lead', null, 'noor-lind')->assertSessionHasNoErrors();
        self::assertSame([null, 'per-strand'], [$this->has('lead'), $this->has('communicator')]);
    }

    public function test_helpers_who_do_not_take_part_take_nothing_until_they_are_given_a_role(): void
    {
        $noor = $this->person('noor-lind');
        $noor->update(['roles' => [Role::Responder->value], 'team_id' => 'lanes']);
        $this->incident->update(['team_id' => 'platform']);
        $this->give('noor-lind', 'lead', 'noor-lind')->assertSessionHasErrors('action');
        $this->give('ingrid-vale', 'lead', 'noor-lind');
        $this->actingAs($noor)
            ->post("/incidents/{$this->incident->id}/stage", ['version' => $this->incident->refresh()->version, 'stage' => 'fixing'])
            ->assertSessionHasNoErrors();
        $this->actingAs($this->person('ada-holm'))
            ->post("/incidents/{$this->incident->id}/roles", ['role' => 'lead', 'person' => 'ada-holm', 'was' => 'noor-lind'])
            ->assertSessionHasErrors('action');
    }

    public function test_there_is_no_role_that_the_organisation_does_not_have_and_none_in_what_is_over(): void
    {
        $this->give('ingrid-vale', 'king', 'noor-lind')->assertSessionHasErrors('role');
        $this->person('noor-lind')->update(['left_at' => now()]);
        $this->give('ingrid-vale', 'lead', 'noor-lind')->assertSessionHasErrors('person');
        $this->give('ingrid-vale', 'lead', 'per-strand');
        $this->post("/incidents/{$this->incident->id}/resolve", ['resolution' => 'x', 'update' => 'x'], ['X-Request-Key' => 'end'])
            ->assertSessionHasNoErrors();
        self::assertNull($this->has('lead'));
        $this->give('ingrid-vale', 'lead', 'per-strand')->assertSessionHasErrors('action');
    }

    public function test_coordination_stays_until_the_other_accepts_it(): void
    {
        $ada = $this->other();
        $this->actingAs($this->person('ingrid-vale'))
            ->post("/incidents/{$this->incident->id}/handover", ['person' => 'ada-holm', 'brief' => 'Lanes shut. Next: the vendor.'])
                ->assertSessionHasNoErrors();
        self::assertSame('ingrid-vale', $this->incident->refresh()->coordinator_id);
        $this->get('/')->assertInertia(static fn(Shown $shown) => $shown->count('coordination', 0));
        $this->post("/incidents/{$this->incident->id}/handover/answer", ['accept' => true], ['X-Request-Key' => 'own'])
            ->assertSessionHasErrors('action');
        $this->actingAs($ada)->get('/')->assertInertia(
            static fn(Shown $shown) => $shown->where('coordination.0.brief', 'Lanes shut. Next: the vendor.')
                ->where('coordination.0.mine', true),
        );
        $this->post("/incidents/{$this->incident->id}/handover/answer", ['accept' => true], ['X-Request-Key' => 'yes'])
            ->assertSessionHasNoErrors();
        self::assertSame('ada-holm', $this->incident->refresh()->coordinator_id);
        self::assertSame(0, CoordinationOffer::query()->waiting()->count());
        $this->post("/incidents/{$this->incident->id}/handover/answer", ['accept' => true], ['X-Request-Key' => 'twice'])
            ->assertSessionHasErrors('action');
    }

    public function test_whoever_takes_coordination_takes_the_alerts_that_nobody_has(): void
    {
        $this->signal([self::firing('host-1'), self::firing('host-2'), self::firing('host-3')]);
        $this->takeSignals();
        $alert = static fn(int $n): Alert => Alert::query()->where('item_named', "host-$n")->firstOrFail();
        foreach ([1, 2] as $n) {
            $alert($n)->update(['incident_id' => $this->incident->id]);
        }
        $alert(2)->update(['taken_by' => 'noor-lind', 'taken_at' => now()->subMinute()]);
        $this->actingAs($this->other())->post(
            "/incidents/{$this->incident->id}/coordinate", ['from' => $this->incident->coordinator_id], ['X-Request-Key' => 'take'],
        )->assertSessionHasNoErrors();

        self::assertSame(['ada-holm', 'noor-lind', null], [$alert(1)->taken_by, $alert(2)->taken_by, $alert(3)->taken_by]);
        self::assertNotNull($alert(1)->taken_at);
    }

    public function test_a_no_is_said_with_a_reason_and_leaves_it_where_it_is(): void
    {
        $ada = $this->other();
        $this->actingAs($this->person('ingrid-vale'))
            ->post("/incidents/{$this->incident->id}/handover", ['person' => 'ada-holm', 'brief' => 'x']);
        $this->actingAs($ada)->post("/incidents/{$this->incident->id}/handover/answer", ['accept' => false])->assertSessionHasErrors('why');
        $this->post(
            "/incidents/{$this->incident->id}/handover/answer", ['accept' => false, 'why' => 'In a train'], ['X-Request-Key' => 'no']
        )->assertSessionHasNoErrors();
        self::assertSame('ingrid-vale', $this->incident->refresh()->coordinator_id);
        $this->get("/incidents/{$this->incident->id}")->assertInertia(
            static fn(Shown $shown) => $shown->where('handover', null)
                ->where('journal.lines', static fn($journal): bool => $journal->contains('rest', 'In a train')),
        );
    }

    public function test_an_offer_ends_when_somebody_else_takes_it_and_a_later_one_takes_its_place(): void
    {
        $ada = $this->other();
        $offer = fn(string $key) => $this->actingAs($this->person('ingrid-vale'))
            ->post("/incidents/{$this->incident->id}/handover", ['person' => 'ada-holm', 'brief' => $key], ['X-Request-Key' => $key]);
        $offer('first');
        $offer('second')->assertSessionHasNoErrors();
        self::assertSame(['second'], CoordinationOffer::query()->waiting()->pluck('brief')->all());
        $this->person('per-strand')->update(['roles' => [Role::Coordinator->value]]);
        $this->actingAs($this->person('per-strand'))
            ->post("/incidents/{$this->incident->id}/coordinate", ['from' => 'ingrid-vale'], ['X-Request-Key' => 'take'])
            ->assertSessionHasNoErrors();
        $this->actingAs($ada)->post("/incidents/{$this->incident->id}/handover/answer", ['accept' => true], ['X-Request-Key' => 'late'])
            ->assertSessionHasErrors('action');
        self::assertSame('per-strand', $this->incident->refresh()->coordinator_id);
        $offer('third')->assertSessionHasErrors('action');
    }

    public function test_what_is_over_is_offered_to_nobody_any_more(): void
    {
        $ada = $this->other();
        $this->actingAs($this->person('ingrid-vale'))
            ->post("/incidents/{$this->incident->id}/handover", ['person' => 'ada-holm', 'brief' => 'x']);
        $this->post("/incidents/{$this->incident->id}/resolve", ['resolution' => 'x', 'update' => 'x'], ['X-Request-Key' => 'end'])
            ->assertSessionHasNoErrors();
        $this->actingAs($ada)->get('/')->assertInertia(static fn(Shown $shown) => $shown->count('coordination', 0));
    }

    public function test_only_a_coordinator_can_be_handed_it(): void
    {
        $this->actingAs($this->person('ingrid-vale'));
        foreach (['noor-lind', 'ingrid-vale'] as $n => $person) {
            $this->person('noor-lind')->update(['roles' => [Role::Responder->value]]);
            $this->post("/incidents/{$this->incident->id}/handover", ['person' => $person, 'brief' => 'x'], ['X-Request-Key' => "offer-$n"])
                ->assertSessionHasErrors('person');
        }
    }
}
