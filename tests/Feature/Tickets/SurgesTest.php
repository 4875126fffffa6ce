<?php

declare(strict_types=1);

namespace Tests\Feature\Tickets;

use App\Incidents\Incident;
use App\Incidents\Report;
use App\Platform\Journal\Entry;
use App\Tickets\FoundSurge;
use App\Tickets\SurgeState;
use App\Tickets\Ticket;
use App\Tickets\TicketEntry;
use Inertia\Testing\AssertableInertia as Shown;
use Tests\TestCase;

/** A flood of reports: one decision about it, and where each of them belongs. */
final class SurgesTest extends TestCase
{
    protected function setUp(): void
    {
        parent::setUp();
        // What is linked by itself raises no decision.
        \App\Platform\Setting::query()->create(['id' => 'linking-by-itself', 'value' => ['on' => false], 'version' => 1]);
        $this->actingAs($this->person('ingrid-vale'));
    }

    public function test_a_flood_of_reports_is_one_decision_on_the_watch(): void
    {
        $this->flood(6);
        $this->clock();

        $surge = FoundSurge::query()->sole();
        self::assertSame([SurgeState::Open, 'vehicle-lanes', 6], [$surge->state, $surge->service_id, $surge->count]);
        $this->get('/')->assertInertia(fn(Shown $shown) => $shown
            ->where('surges.0.count', 6)->count('surges.0.reports', 6)->where(
                'surges.0.places', ['Ask']
            )->where('surges.0.probably', null));
        self::assertSame(1, Entry::query()->where('kind', 'surge.found')->count());

        // More of the same is the same decision.
        $this->later(60);
        $this->flood(3);
        $this->clock();
        self::assertSame(9, FoundSurge::query()->sole()->count);
    }

    public function test_three_reports_are_none(): void
    {
        $this->flood(3);
        $this->clock();

        self::assertSame(0, FoundSurge::query()->count());
    }

    public function test_reports_that_belong_to_an_incident_need_no_decision(): void
    {
        $incident = Incident::factory()->create(['service_id' => 'vehicle-lanes']);
        $this->flood(6);
        $this->post('/tickets/link', ['tickets' => Ticket::query()->pluck('id')->all(), 'incident' => $incident->id])
            ->assertSessionHasNoErrors();
        $this->clock();

        self::assertSame(0, FoundSurge::query()->count());
    }

    public function test_a_surge_of_which_all_reports_are_declared_as_an_incident_is_confirmed(): void
    {
        $this->flood(6);
        $this->clock();
        $this->post('/incidents', [
            'reports' => Report::query()->pluck('id')->all(), 'title' => 'Lanes', 'service' => 'vehicle-lanes', 'impact' => 'part',
            'urgency' => 'now',
        ])->assertSessionHasNoErrors();
        $this->clock();

        self::assertSame(SurgeState::Confirmed, FoundSurge::query()->sole()->state);
    }

    public function test_it_is_dismissed_once_with_a_reason_and_does_not_come_back_at_once(): void
    {
        $this->flood(6);
        $this->clock();
        $surge = FoundSurge::query()->sole();
        $this->post("/surges/$surge->id/dismiss", ['why' => ''])->assertSessionHasErrors('why');
        $this->post("/surges/$surge->id/dismiss", ['why' => 'A school class'])->assertSessionHasNoErrors();
        $this->post("/surges/$surge->id/dismiss", ['why' => 'Again'], ['X-Request-Key' => 'second'])->assertSessionHasErrors('action');
        self::assertSame('A school class', Entry::query()->where('kind', 'surge.dismissed')->sole()->told()['why']);

        $this->later(120);
        $this->flood(2);
        $this->clock();
        self::assertSame(1, FoundSurge::query()->count());
    }

    public function test_it_ends_by_itself_when_nobody_reports_any_more(): void
    {
        $this->flood(6);
        $this->clock();
        $this->later(3 * 3600);
        $this->clock();

        self::assertSame(SurgeState::Over, FoundSurge::query()->sole()->state);
        self::assertCount(1, self::entriesOf(TicketEntry::SurgeOver));
        $this->get('/')->assertInertia(fn(Shown $shown) => $shown->count('surges', 0));
    }

    public function test_tickets_say_where_they_probably_belong_and_the_surge_links_them_in_one_go(): void
    {
        $incident = Incident::factory()->create(['service_id' => 'vehicle-lanes', 'title' => 'Vehicle lanes: barriers stay shut']);
        $this->flood(6);
        $this->clock();
        $this->get('/tickets')->assertInertia(fn(Shown $shown) => $shown
            ->where('tickets.0.probably.id', $incident->id)->where('tickets.0.probably.because.0', 'Vehicle lanes'));

        $surge = FoundSurge::query()->sole();
        $tickets = null;
        $this->get('/')->assertInertia(function (Shown $shown) use ($incident, &$tickets): void {
            $shown->where('surges.0.probably.id', $incident->id)->where('surges.0.probably.tickets', function ($all) use (&$tickets): bool {
                $tickets = array_values(is_iterable($all) ? [...$all] : []);

                return count($tickets) === 6;
            });
        });
        $this->post("/surges/$surge->id/link", ['tickets' => $tickets, 'incident' => $incident->id])->assertSessionHasNoErrors();
        self::assertSame([SurgeState::Confirmed, 6], [$surge->refresh()->state, Report::query()->about($incident->id)->count()]);
        $this->get('/tickets')->assertInertia(fn(Shown $shown) => $shown->count('tickets', 0));
    }

    public function test_a_ticket_about_something_else_is_not_said_to_belong(): void
    {
        Incident::factory()->create(['service_id' => 'vehicle-lanes', 'title' => 'Vehicle lanes: barriers stay shut']);
        $this->post('/report', ['service' => 'booking', 'what' => 'I did not get my ticket by mail'], ['X-Request-Key' => 'fuel']);
        $this->clock();

        $this->get('/tickets')->assertInertia(fn(Shown $shown) => $shown->where('tickets.0.probably', null));
    }

    public function test_a_ticket_for_which_nothing_speaks_but_the_time_is_not_said_to_belong(): void
    {
        Incident::factory()->create(['service_id' => 'vehicle-lanes', 'title' => 'Vehicle lanes: barriers stay shut']);
        $this->flood(8);
        $this->post('/report', ['service' => 'payment', 'what' => 'Paid twice for the 21:15, please check'], ['X-Request-Key' => 'paid'])
            ->assertSessionHasNoErrors();
        $this->clock();

        self::assertNull(Ticket::query()->latest('id')->firstOrFail()->guesses);
    }

    public function test_reports_that_came_in_by_another_way_become_tickets_too(): void
    {
        Report::factory()->create();
        self::assertSame(0, Ticket::query()->count());
        $this->clock();
        self::assertSame(1, Ticket::query()->count());
        $this->clock();
        self::assertSame(1, Ticket::query()->count());
    }

    private function flood(int $many): void
    {
        for ($i = 0; $i < $many; $i++) {
            $this->withoutMiddleware(\Illuminate\Routing\Middleware\ThrottleRequests::class)->post('/report', [
                'service' => 'vehicle-lanes', 'what' => "The arm does not lift, car number $i", 'site' => 'Ask',
            ])->assertSessionHasNoErrors();
            $this->later(20);
        }
    }
}
