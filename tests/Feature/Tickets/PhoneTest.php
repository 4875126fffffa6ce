<?php

declare(strict_types=1);

namespace Tests\Feature\Tickets;

use App\Incidents\Incident;
use App\Incidents\Report;
use App\Tickets\Ticket;
use Illuminate\Testing\TestResponse;
use Inertia\Testing\AssertableInertia as Shown;
use Skarvo\Incidents\WayIn;
use Skarvo\Tickets\TicketState;
use Symfony\Component\HttpFoundation\Response;
use Tests\TestCase;

/** A call is typed while somebody talks, and filed before they hang up. */
final class PhoneTest extends TestCase
{
    use AtTheDesk;

    public function test_beside_the_words_stands_what_is_known_and_what_to_answer(): void
    {
        $incident = $this->incident();
        $this->desk();
        $this->post('/tickets/close', ['tickets' => [$this->reported('The barrier at Ask does not lift', 'bo@mail.example')->id]]);
        $this->desk();
        $theirs = Ticket::query()->latest('id')->firstOrFail();
        $this->post('/tickets/close', ['tickets' => [$theirs->id], 'text' => 'Lift it by hand.'], ['X-Request-Key' => 'close'])
            ->assertSessionHasNoErrors();
        $look = $this->look(
            ['text' => 'Nobody gets through, the barriers of gate-havre-3 do not lift', 'who' => 'BO@mail.example', 'place' => 'Ask']
        );

        $look->assertJsonPath('suggested.0.field', 'service')->assertJsonPath('suggested.0.choices.0.value', 'vehicle-lanes');
        $look->assertJsonPath('items.0.id', 'gate-havre-3');
        $look->assertJsonPath('known.0.id', $incident->id);
        $look->assertJsonPath('theirs.0.id', $theirs->id);
        $look->assertJsonPath('similar.0.answer', 'Lift it by hand.');
        $look->assertJsonPath('affected.answer', 'unsure');
        // Nothing is kept of what is only typed.
        self::assertSame(1, Report::query()->count());
    }

    public function test_where_nothing_was_typed_there_is_nothing_beside(): void
    {
        $this->desk();
        $this->look([])
            ->assertExactJson(['suggested' => [], 'items' => [], 'known' => [], 'affected' => null, 'theirs' => [], 'similar' => []]);
        $this->look(['who' => 'Bo'])->assertJsonPath('theirs', []);
        $this->look(['text' => ['no', 'text']])->assertUnprocessable();
        $this->actingAs($this->person('noor-lind'))->postJson('/tickets/phone/look', [])->assertForbidden();
    }

    public function test_a_call_is_filed_once_with_its_reference_answer_and_incident(): void
    {
        $incident = $this->incident();
        $person = $this->desk();
        $call = [
            'text' => 'The barrier does not lift', 'name' => 'Bo', 'email' => 'bo@mail.example', 'place' => 'Ask',
            'incident' => $incident->id,
            'answer' => 'We are on it.', 'send_key' => 'k1',
        ];
        $first = $this->post('/tickets/phone', $call, ['X-Request-Key' => 'a']);
        $ticket = Ticket::query()->with('report')->sole();
        $first->assertRedirect("/tickets/$ticket->id?pile=mine");
        $this->post('/tickets/phone', $call, ['X-Request-Key' => 'a'])->assertRedirect("/tickets/$ticket->id?pile=mine");

        self::assertSame(
            [WayIn::Phone, 'vehicle-lanes', false, $person->id, $incident->id, TicketState::Ours],
            [
                $ticket->reported()->way, $ticket->reported()->service_id, $ticket->reported()->service_said, $ticket->person_id,
                $ticket->reported()->incident_id, $ticket->state,
            ],
        );
        $this->guest()->get("/report/{$ticket->reported()->key()}")
            ->assertInertia(fn(Shown $shown) => $shown->where('talk.0.text', 'We are on it.'));
    }

    public function test_what_was_solved_at_once_is_closed_with_what_was_told(): void
    {
        $this->desk();
        $call = ['text' => 'No crossing in the app', 'service' => 'booking', 'send_key' => 'k2'];
        $this->post('/tickets/phone', [...$call, 'solved' => true], ['X-Request-Key' => 'a'])->assertSessionHasErrors('answer');
        $this->post('/tickets/phone', [...$call, 'text' => ' '], ['X-Request-Key' => 'b'])->assertSessionHasErrors('text');
        $this->post('/tickets/phone', [...$call, 'service' => 'clk-2'], ['X-Request-Key' => 'c'])->assertSessionHasErrors('service');
        self::assertSame(0, Report::query()->count());
        $this->post('/tickets/phone', [...$call, 'solved' => true, 'answer' => 'Update it.'], ['X-Request-Key' => 'd'])
            ->assertSessionHasNoErrors();

        self::assertSame(TicketState::Done, Ticket::query()->sole()->state);
        self::assertNotNull(Report::query()->sole()->resolved_at);
    }

    /**
     * @param  array<string, mixed>  $typed
     * @return TestResponse<Response>
     */
    private function look(array $typed): TestResponse
    {
        return $this->postJson('/tickets/phone/look', $typed);
    }

    private function incident(): Incident
    {
        $this->actingAs($this->person('ingrid-vale'))->post('/incidents', [
            'alerts' => [], 'title' => 'Barriers at Ask do not lift', 'service' => 'vehicle-lanes', 'impact' => 'part', 'urgency' => 'now',
            'team' => null,
        ], ['X-Request-Key' => 'declare'])->assertSessionHasNoErrors();

        return Incident::query()->latest('id')->firstOrFail();
    }
}
