<?php

declare(strict_types=1);

namespace Tests\Feature\Incidents;

use App\Incidents\Incident;
use App\Signals\Alert;
use Illuminate\Support\Facades\Http;
use Tests\TestCase;

/** What returns within the watch time is offered as the same incident. */
final class RecurrenceTest extends TestCase
{
    private Incident $incident;

    protected function setUp(): void
    {
        parent::setUp();
        Http::fake(['devices.test/*' => Http::response(['ok' => true])]);
        $this->signal([self::firing('clk-2', 'error')]);
        $this->takeSignals();
        $this->actingAs($this->person('ingrid-vale'))->post('/incidents', [
            'alerts' => Alert::query()->whereNull('closed_at')->pluck('id')->all(), 'title' => 'Clock', 'service' => 'vehicle-lanes',
            'impact' => 'part',
            'urgency' => 'soon',
        ])->assertSessionHasNoErrors();
        $this->incident = Incident::query()->whereNull('resolved_at')->sole();
        $this->post("/incidents/{$this->incident->id}/resolve", ['resolution' => 'x', 'update' => 'x'], ['X-Request-Key' => 'end'])
            ->assertSessionHasNoErrors();
    }

    /** @return list<array<string, mixed>> */
    private function returns(string $item): array
    {
        return array_values(array_filter(
            (array) $this->postJson('/incidents-proposal', ['item' => $item])->assertOk()->json('returns'),
            fn(array $one): bool => $one['id'] === $this->incident->id,
        ));
    }

    public function test_the_same_item_is_offered_until_the_watch_time_is_over(): void
    {
        $this->later(240 * 60);
        self::assertSame([['Time server clk-2']], array_column($this->returns('clk-2'), 'items'));
        $this->later(1);
        self::assertSame([], $this->returns('clk-2'));
    }

    public function test_another_item_is_another_incident_and_what_is_open_has_not_returned(): void
    {
        self::assertSame([], $this->returns('booking-db-1'));
        $this->incident->refresh()->update(['resolved_at' => null]);
        self::assertSame([], $this->returns('clk-2'));
    }

    public function test_what_somebody_said_of_an_item_counts_and_what_was_left_out_does_not(): void
    {
        $this->incident->refresh()->update(['resolved_at' => null]);
        $this->post("/incidents/{$this->incident->id}/items", ['item' => 'booking-db-1', 'state' => 'down'], ['X-Request-Key' => 'said']);
        $this->post("/incidents/{$this->incident->id}/items", ['item' => 'booking-db-2', 'state' => null], ['X-Request-Key' => 'out']);
        $this->incident->update(['resolved_at' => now()]);
        self::assertCount(1, $this->returns('booking-db-1'));
        self::assertCount(0, $this->returns('booking-db-2'));
    }
}
