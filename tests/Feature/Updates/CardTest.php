<?php

declare(strict_types=1);

namespace Tests\Feature\Updates;

use App\Incidents\Incident;
use App\Incidents\WriteNote;
use App\Updates\Cards\Card;
use Illuminate\Support\Facades\Http;
use Inertia\Testing\AssertableInertia as Shown;
use PHPUnit\Framework\Attributes\TestWith;
use Tests\TestCase;

/** Somebody without an account reads how an incident stands, for a while, and no more than outsiders may. */
final class CardTest extends TestCase
{
    private Incident $incident;

    protected function setUp(): void
    {
        parent::setUp();
        Http::fake(['devices.test/*' => Http::response(['ok' => true])]);
        $this->incident = Incident::factory()
            ->create(['title' => 'clk-2 lost its satellite', 'estimate_at' => now()->addHour(), 'estimate_by_id' => 'ingrid-vale']);
    }

    private function card(int $hours = 4): Card
    {
        $this->actingAs($this->person('ingrid-vale'))
            ->post("/incidents/{$this->incident->id}/cards", ['for' => 'Harbour master', 'hours' => $hours], ['X-Request-Key' => uniqid()])
                ->assertSessionHasNoErrors();

        return Card::query()->latest('id')->firstOrFail();
    }

    private function asGuest(): self
    {
        $this->app['auth']->guard()->logout();

        return $this;
    }

    public function test_it_says_how_it_stands_and_nothing_from_inside(): void
    {
        app(WriteNote::class)($this->incident, 'Geheimnis', false, $this->person('ingrid-vale'));
        $card = $this->card();
        $answer = $this->asGuest()->get("/card/$card->token")->assertOk();
        $answer->assertInertia(static fn(Shown $shown) => $shown->component('Updates/Card')
            ->where('card.services.0.name', 'Vehicle lanes')->has('card.expected_at')->where('card.said', null)->missing('card.title'));
        foreach (['clk-2', 'Geheimnis', 'Ingrid'] as $inside) {
            $answer->assertDontSee($inside);
        }
        $this->incident->update(['resolved_at' => now(), 'stage' => 'restored']);
        $this->get("/card/$card->token")->assertInertia(
            static fn(Shown $shown) => $shown->has('card.resolved_at')->where('card.services', [])->where('card.expected_at', null)
        );
    }

    public function test_an_estimate_that_has_passed_is_not_said(): void
    {
        $card = $this->card();
        $this->later(3600);
        $this->asGuest()->get("/card/$card->token")->assertInertia(static fn(Shown $shown) => $shown->where('card.expected_at', null));
    }

    public function test_it_ends_with_its_time_and_when_it_is_withdrawn(): void
    {
        $card = $this->card(1);
        $this->later(3599);
        $this->get("/card/$card->token")->assertInertia(static fn(Shown $shown) => $shown->has('card.stage'));
        $this->later(1);
        $this->get("/card/$card->token")->assertOk()->assertInertia(static fn(Shown $shown) => $shown->where('card', null));
        $other = $this->card();
        $this->post("/cards/$other->id/withdraw", [], ['X-Request-Key' => 'w'])->assertSessionHasNoErrors();
        $this->post("/cards/$other->id/withdraw", [], ['X-Request-Key' => 'w2'])->assertSessionHasNoErrors();
        $this->asGuest()->get("/card/$other->token")->assertInertia(static fn(Shown $shown) => $shown->where('card', null));
        $this->get('/card/nothing')->assertNotFound();
    }

    #[TestWith(['noor-lind'])]
    #[TestWith(['lotte-krone'])]
    public function test_only_whoever_tells_outsiders_gives_one_or_sees_its_address(string $person): void
    {
        $this->card();
        $this->actingAs($this->person($person))->post("/incidents/{$this->incident->id}/cards", ['for' => 'x', 'hours' => 4])
            ->assertForbidden();
        $this->get("/incidents/{$this->incident->id}")->assertInertia(
            static fn(Shown $shown) => $shown->missing('cards')->reloadOnly('cards', static fn(Shown $part) => $part->where('cards', [])),
        );
    }

    #[TestWith([0])]
    #[TestWith([169])]
    public function test_it_is_for_an_hour_at_least_and_a_week_at_most(int $hours): void
    {
        $this->actingAs($this->person('ingrid-vale'))->post("/incidents/{$this->incident->id}/cards", ['for' => 'x', 'hours' => $hours])
            ->assertSessionHasErrors('hours');
    }
}
