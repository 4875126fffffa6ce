<?php

declare(strict_types=1);

namespace Tests\Feature\Platform;

use App\Incidents\Incident;
use App\Incidents\IncidentEntry;
use App\Incidents\Roles\CoordinationOffer;
use App\Incidents\Roles\HandOverCoordination;
use App\Incidents\Roles\RoleHeld;
use App\Paging\EscalationPolicy;
use App\Platform\Journal\Entry;
use App\Platform\Journal\PlatformEntry;
use App\Platform\Journal\Sentence;
use App\Platform\Staff\KeepParticulars;
use App\Rota\Rota;
use App\Tickets\HandTickets;
use App\Tickets\TicketEntry;
use App\Topology\Answerable;
use App\Topology\Item;
use App\Topology\Owners;
use Illuminate\Support\Facades\DB;
use Inertia\Testing\AssertableInertia as Shown;
use Tests\Feature\Changes\PlansChanges;
use Tests\Feature\Tickets\AtTheDesk;
use Tests\TestCase;

/** What is in somebody's hands when they leave: it is said before, and nobody has it then without anybody knowing. */
final class LeavesTest extends TestCase
{
    use AtTheDesk;
    use PlansChanges {
        setUp as private plansChanges;
    }

    protected function setUp(): void
    {
        $this->plansChanges();
        $this->nobodyAnswers();
    }

    /** @return list<array{what: string, link: string, becomes: string}> */
    private function inHand(): array
    {
        $this->actingAs($this->person('per-strand'));

        /** @var list<array{what: string, link: string, becomes: string}> */
        return $this->deferred('/people/mika-sund', 'Paging/Person', 'inHand');
    }

    private function leaves(): void
    {
        $this->actingAs($this->person('per-strand'))->post('/people/mika-sund/leave')->assertSessionHasNoErrors();
    }

    public function test_an_incident_whose_coordinator_leaves_waits_for_somebody_to_take_it(): void
    {
        [$theirs, $other, $over] = Incident::factory()->count(3)
            ->create(['service_id' => 'vehicle-lanes', 'coordinator_id' => 'mika-sund'])->all();
        $over->update(['resolved_at' => now()]);
        $other->update(['coordinator_id' => 'ingrid-vale']);
        $mika = $this->person('mika-sund');
        app(HandOverCoordination::class)->offer($theirs, $this->person('ingrid-vale'), 'All is in the notes.', $mika);
        app(HandOverCoordination::class)->offer($other, $mika, 'Mine ends.', $this->person('ingrid-vale'));
        foreach ([$other, $over] as $incident) {
            RoleHeld::query()->create(
                ['incident_id' => $incident->id, 'role' => 'communicator', 'person_id' => 'mika-sund', 'since' => now()],
            );
        }
        self::assertSame([
            [
                'what' => "{$theirs->ref()} $theirs->title", 'link' => "/incidents/$theirs->id", 'becomes' => 'nobody coordinates it',
                'role' => 'coordinator',
            ],
            ['what' => "{$other->ref()} $other->title", 'link' => "/incidents/$other->id", 'becomes' => 'nobody is Communicator'],
        ], $this->inHand());
        $this->get('/')->assertInertia(fn(Shown $page) => $page->where('uncoordinated', []));
        $this->leaves();

        self::assertSame([], $this->inHand());
        self::assertSame(
            [null, 'ingrid-vale', 'mika-sund'],
            array_map(static fn(Incident $one): ?string => $one->refresh()->coordinator_id, [$theirs, $other, $over]),
        );
        self::assertSame(0, CoordinationOffer::query()->waiting()->count());
        self::assertSame([$over->id], RoleHeld::query()->whereNull('until')->pluck('incident_id')->all());
        self::assertSame(
            [["incident:$theirs->id"], ["incident:$other->id"], ["incident:$other->id"]],
            array_map(self::entriesOf(...), [IncidentEntry::CoordinatorLeft, IncidentEntry::CoordinationLapsed, IncidentEntry::RoleLeft]),
        );
        self::assertSame(
            [
                ['Nobody coordinates this', 'Mika Sund has left'],
                ['Coordination stays where it is', 'Mika Sund, to whom it was offered, has left'],
            ],
            array_map(static function (IncidentEntry $kind): array {
                $sentence = Sentence::of(Entry::query()->where('kind', $kind)->sole());

                return [$sentence->lead, $sentence->rest];
            }, [IncidentEntry::CoordinatorLeft, IncidentEntry::CoordinationLapsed]),
        );

        $this->actingAs($this->person('ingrid-vale'))->get('/')->assertInertia(fn(Shown $page) => $page->where('uncoordinated', [[
            'incident' => $theirs->id, 'ref' => $theirs->ref(), 'title' => $theirs->title, 'priority' => $theirs->priority,
        ]]));
        $this->post("/incidents/$theirs->id/coordinate", ['from' => null])->assertSessionHasNoErrors();
        $this->get('/')->assertInertia(fn(Shown $page) => $page->where('uncoordinated', []));
    }

    public function test_an_incident_of_somebody_who_coordinates_no_more_waits_for_somebody_to_take_it(): void
    {
        [$theirs, $other] = Incident::factory()->count(2)
            ->create(['service_id' => 'vehicle-lanes', 'coordinator_id' => 'mika-sund'])->all();
        $other->update(['coordinator_id' => 'ingrid-vale']);
        app(HandOverCoordination::class)->offer($other, $this->person('mika-sund'), 'Mine ends.', $this->person('ingrid-vale'));
        $held = RoleHeld::query()->create(
            ['incident_id' => $other->id, 'role' => 'communicator', 'person_id' => 'mika-sund', 'since' => now()],
        );
        $does = fn(string ...$roles) => $this->actingAs($this->person('per-strand'))->post(
            '/people/mika-sund/particulars', [...KeepParticulars::of($this->person('mika-sund')), 'roles' => $roles],
            ['X-Request-Key' => uniqid()],
        )->assertSessionHasNoErrors();
        $does('coordinator', 'responder');
        self::assertSame('mika-sund', $theirs->refresh()->coordinator_id);
        $does('responder');
        self::assertSame([null, 'ingrid-vale'], [$theirs->refresh()->coordinator_id, $other->refresh()->coordinator_id]);
        self::assertSame(0, CoordinationOffer::query()->waiting()->count());
        self::assertNull($held->refresh()->until, 'What others may do, too, they go on doing.');
        self::assertSame(
            ['Mika Sund is no coordinator any more', 'Mika Sund, to whom it was offered, is no coordinator any more'],
            Entry::query()->whereIn('kind', [IncidentEntry::CoordinatorLeft, IncidentEntry::CoordinationLapsed])->orderBy('seq')->get()
                ->map(static fn(Entry $one): string => Sentence::of($one)->rest)->all(),
        );
    }

    public function test_whoever_was_taken_out_by_mistake_is_taken_back_in(): void
    {
        $at = now()->getTimestamp();
        $rota = Rota::query()->findOrFail('lanes');
        $rota->update(['overrides' => [], 'layers' => [
            ['name' => 'all', 'people' => ['mika-sund'], 'starts' => '2026-03-02T09:00', 'shift' => 'P1W'],
        ]]);
        $onCall = static fn(int $after = 0): ?string => $rota->between($at + $after, $at + $after + 60)->segments[0]->person;
        $new = ['name' => 'Mika', 'email' => 'Mika-Sund@eiderholm.example', 'roles' => [], 'time_zone' => 'Europe/Oslo'];
        $this->leaves();
        self::assertNull($onCall());
        $this->get('/people')->assertInertia(fn(Shown $page) => $page->where('gone', [['id' => 'mika-sund', 'name' => 'Mika Sund']]));
        $this->post('/people', $new)->assertSessionHasErrors(
            ['email' => 'Somebody who has left had this address. Take them back in on their page: it stands below the list.'],
        );
        $this->later(7200);
        $this->actingAs($this->person('ingrid-vale'))->post('/people/mika-sund/return')->assertForbidden();
        $this->get('/people')->assertInertia(fn(Shown $page) => $page->where('gone', []));
        foreach (['first', 'second'] as $key) {
            $this->actingAs($this->person('per-strand'))->post('/people/mika-sund/return', [], ['X-Request-Key' => $key])
                ->assertSessionHasNoErrors();
        }
        self::assertSame(
            ['mika-sund', null, null, 'mika-sund'], array_map($onCall, [-60, 0, 3600, 7200]),
            'Of the time between it stays told that nobody was.',
        );
        self::assertSame(1, DB::table('absences')->where('person_id', 'mika-sund')->count());
        self::assertSame(['person:mika-sund'], self::entriesOf(PlatformEntry::PersonReturned));
        $this->post('/people', $new)->assertSessionHasErrors(['email' => 'Somebody has this address already.']);
        auth()->logout();
        $this->post('/sign-in', ['email' => $new['email'], 'password' => 'eiderholm'])->assertSessionHasErrors('email');
    }

    public function test_their_tickets_go_back_and_what_was_offered_to_them_stays(): void
    {
        $theirs = $this->reported('The barrier stays shut', null);
        $offered = $this->reported('The lamp is out', null);
        $closed = $this->reported('The door sticks', null);
        $mika = $this->desk();
        $lotte = $this->person('lotte-krone');
        $theirs->update(['person_id' => $mika->id, 'team_id' => 'lanes']);
        (new HandTickets($lotte))->take($offered);
        (new HandTickets($lotte))->handOver($offered, $mika, null, '');
        $closed->update(['person_id' => $mika->id, 'state' => 'done', 'closed_at' => now()]);
        $team = (string) \App\Platform\Team::query()->findOrFail('lanes')->name;
        self::assertSame(
            [['what' => $theirs->ref(), 'link' => "/tickets/$theirs->id", 'becomes' => "it goes back to $team"]], $this->inHand(),
        );
        $this->leaves();
        self::assertSame([null, 'lanes'], [$theirs->refresh()->person_id, $theirs->team_id]);
        self::assertSame(['lotte-krone', null], [$offered->refresh()->person_id, $offered->offered_to_id]);
        self::assertSame('mika-sund', $closed->refresh()->person_id);
        self::assertSame(["ticket:$theirs->id"], self::entriesOf(TicketEntry::HandedOver));
        self::assertSame(["ticket:$offered->id"], self::entriesOf(TicketEntry::OfferLapsed));
        self::assertSame(
            "{$offered->ref()} stays where it is", Sentence::of(Entry::query()->where('kind', TicketEntry::OfferLapsed)->sole())->lead,
        );
    }

    public function test_items_that_name_them_are_named_and_nobody_answers_for_those_then(): void
    {
        $items = Item::query()->orderBy('name')->limit(6)->get();
        DB::table('items')->update(['business_owner_id' => null]);
        DB::table('items')->where('id', 'vehicle-lanes')
            ->update(['business_owner_id' => 'mika-sund', 'attributes->delivery_manager' => 'mika-sund']);
        $name = (string) Item::query()->findOrFail('vehicle-lanes')->name;
        self::assertSame(
            [
                ['what' => $name, 'link' => '/estate/vehicle-lanes', 'becomes' => 'still names them as business owner'],
                ['what' => $name, 'link' => '/estate/vehicle-lanes', 'becomes' => 'still names them as delivery manager'],
            ],
            $this->inHand(),
        );
        DB::table('items')->whereIn('id', $items->modelKeys())->update(['business_owner_id' => 'mika-sund']);
        $all = DB::table('items')->where('business_owner_id', 'mika-sund')->count();
        $line = $this->inHand()[0];
        self::assertSame(["$all items", 'still name them as business owner'], [$line['what'], $line['becomes']]);
        $this->get($line['link'])->assertInertia(fn(Shown $page) => $page->where('inAll', $all)->etc());

        self::assertSame(['mika-sund'], array_column(Owners::of(['vehicle-lanes']), 'id'));
        $this->leaves();
        self::assertSame([], Owners::of(['vehicle-lanes']));
        self::assertSame(['mika-sund'], Owners::recorded(['vehicle-lanes']));
        $answers = Answerable::of(['vehicle-lanes'], ['business_owner']);
        self::assertSame([[], [['role' => 'Business owner', 'items' => [$name], 'many' => 1]]], array_values($answers));
        $this->get('/estate/vehicle-lanes')
            ->assertInertia(fn(Shown $page) => $page->where('record.business_owner', 'Mika Sund (has left)')->etc());
        self::assertCount(2, $this->inHand());
    }

    public function test_changes_and_policies_that_name_them_are_named_before_and_after(): void
    {
        $change = $this->planned(implementer: 'mika-sund');
        $policy = EscalationPolicy::query()->where('team_id', 'lanes')->orderBy('id')->firstOrFail();
        $policy->update(['steps' => [
            ['targets' => ['rota:lanes', 'person:mika-sund'], 'wait_seconds' => 60],
            ['targets' => ['person:mika-sund'], 'wait_seconds' => 60],
        ]]);
        $lines = $this->inHand();
        self::assertSame(
            [
                'it still names them: say who carries it out', 'step 1 of it pages them no more', 'step 2 of it pages nobody',
            ],
            array_values(array_map(
                static fn(array $one): string => $one['becomes'],
                collect($lines)->sortBy('becomes')->all(),
            )),
        );
        self::assertContains("/changes/$change->id", array_column($lines, 'link'));
        self::assertContains("/policies/lanes?policy=$policy->id", array_column($lines, 'link'));
        $this->leaves();
        self::assertSame($lines, $this->inHand());
        $this->rules(['stand_ins' => ['lotte-krone' => ['mika-sund']]]);
        self::assertContains('they still name them: say who takes their place', array_column($this->inHand(), 'becomes'));
        // Only those in whose place they stand: who has left may have stand-ins.
        $this->rules(['stand_ins' => ['mika-sund' => ['lotte-krone']]]);
        self::assertNotContains('/settings/changes', array_column($this->inHand(), 'link'));
        $rules = self::document(['stand_ins' => ['mika-sund' => ['lotte-krone']]]);
        $this->postJson('/settings/changes/try', ['rules' => $rules])->assertOk();
        $this->postJson('/settings/changes/try', ['rules' => self::document(['stand_ins' => ['lotte-krone' => ['mika-sund']]])])
            ->assertStatus(422);
        $this->postJson('/settings/changes/try', ['rules' => self::document(['stand_ins' => ['nobody' => ['lotte-krone']]])])
            ->assertStatus(422)->assertJsonPath(
                'error.message',
                'There are no people in whose place others stand called "nobody". Correct the ids, or leave them out.',
            );
        $change->refresh()->update(['state' => 'in-review', 'implementer_id' => null, 'review_by_id' => 'mika-sund']);
        self::assertContains('a coordinator has to review it', array_column($this->inHand(), 'becomes'));
        $change->refresh()->update(['state' => 'cancelled', 'implementer_id' => 'mika-sund']);
        self::assertNotContains("/changes/$change->id", array_column($this->inHand(), 'link'));
        $this->actingAs($this->person('ingrid-vale'));
        self::assertSame([], $this->deferred('/people/mika-sund', 'Paging/Person', 'inHand'), 'Only who takes people out reads it.');
    }
}
