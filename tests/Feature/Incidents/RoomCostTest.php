<?php

declare(strict_types=1);

namespace Tests\Feature\Incidents;

use App\Incidents\Incident;
use App\Signals\Alert;
use Illuminate\Support\Facades\DB;
use Tests\TestCase;

/** What a look into a room asks of the database: who adds to it sees it here. */
final class RoomCostTest extends TestCase
{
    private const MOST_QUERIES = 40;

    public function test_a_room_is_read_in_few_queries_however_many_alerts_it_has(): void
    {
        $this->signal([self::firing('clk-2'), self::firing('feed-gateway', 'error')]);
        $this->takeSignals();
        $this->actingAs($this->person('ingrid-vale'))->post('/incidents', [
            'alerts' => Alert::query()->whereNull('incident_id')->pluck('id')->all(), 'title' => 'Clock',
            'service' => 'vehicle-lanes', 'impact' => 'wide', 'urgency' => 'now', 'team' => 'lanes',
        ]);
        $incident = Incident::query()->latest('id')->firstOrFail();
        // What hardly ever changes is kept from the first look on.
        $this->get("/incidents/$incident->id")->assertOk();
        $few = $this->queries("/incidents/$incident->id");
        $this->signal([self::firing('manifest-db-2'), self::firing('mw-skjell'), self::firing('booking-db-1')]);
        $this->takeSignals();
        $this->post(
            "/incidents/$incident->id/alerts",
            ['alerts' => Alert::query()->whereNull('incident_id')->whereNull('closed_at')->pluck('id')->all()],
        )->assertSessionHasNoErrors();
        $many = $this->queries("/incidents/$incident->id");

        self::assertLessThanOrEqual(self::MOST_QUERIES, $few);
        self::assertLessThanOrEqual(
            self::MOST_QUERIES + 5, $many, 'More alerts reach further into the estate; each by itself asks for nothing.',
        );
    }

    private function queries(string $address): int
    {
        DB::enableQueryLog();
        DB::flushQueryLog();
        $this->get($address)->assertOk();

        return count(DB::getQueryLog());
    }
}
