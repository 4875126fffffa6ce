<?php

declare(strict_types=1);

namespace Tests\Feature\Tickets;

use App\Platform\Person;
use App\Tickets\Ticket;

/** What tests about tickets do again and again. */
trait AtTheDesk
{
    /** @param  array<string, mixed>  $more */
    private function reported(string $what, ?string $email, array $more = []): Ticket
    {
        $this->guest()->withoutMiddleware(\Illuminate\Routing\Middleware\ThrottleRequests::class)
            ->post('/report', ['service' => 'vehicle-lanes', 'what' => $what, 'site' => 'Ask', 'email' => $email, ...$more])
            ->assertSessionHasNoErrors();

        return Ticket::query()->with('report')->latest('id')->firstOrFail();
    }

    private function guest(): static
    {
        $this->app['auth']->guard()->logout();

        return $this;
    }

    private function desk(): Person
    {
        $person = $this->person('mika-sund');
        $person->update(['roles' => ['desk']]);
        $this->actingAs($person);

        return $person;
    }

    /** @param  array<string, mixed>  $set */
    private function correct(Ticket $ticket, array $set): void
    {
        $ticket->refresh()->load('report');
        $this->post("/tickets/$ticket->id/correct", [
            'version' => $ticket->version, 'kind' => $ticket->kind->value, 'service' => $ticket->reported()->service_id,
            'item' => $ticket->item_id,
            'place' => $ticket->reported()->site, 'impact' => $ticket->impact->value, 'urgency' => $ticket->urgency->value, ...$set,
        ])->assertSessionHasNoErrors();
    }
}
