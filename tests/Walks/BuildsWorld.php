<?php

declare(strict_types=1);

namespace Tests\Walks;

use App\Platform\Setting;
use Illuminate\Support\Facades\DB;

/**
 * A world in which every address has something behind it: an incident with alerts, a report, a call to Per Strand, quiet
 * time, a source.
 */
trait BuildsWorld
{
    protected function setUp(): void
    {
        parent::setUp();
        $this->actingAs($this->person('per-strand'));
        $this->withoutMiddleware([\Illuminate\Routing\Middleware\ThrottleRequests::class]);
        $this->signal([self::firing('lane-control-ask'), self::firing('clk-2'), self::firing('no-such-item')]);
        $this->takeSignals();
        // What is linked by itself has tests of its own: here it is done by hand.
        Setting::query()->create(['id' => 'linking-by-itself', 'value' => ['on' => false], 'version' => 0]);
        $this->post('/report', ['service' => 'vehicle-lanes', 'what' => 'The barrier stays shut', 'site' => 'Ask']);
        $this->post(
            '/incidents',
            [
                'alerts' => DB::table('alerts')->limit(1)->pluck('id')->all(), 'title' => 'Lanes', 'service' => 'vehicle-lanes',
                'impact' => 'part', 'urgency' => 'now', 'team' => 'lanes',
            ],
        )->assertSessionHasNoErrors();
        $incident = DB::table('incidents')->max('id');
        $this->post("/incidents/$incident/calls", ['whom' => ['person:per-strand'], 'why' => 'x'], ['X-Request-Key' => 'call']);
        $this->clock();
        $this->post(
            '/quiet', ['items' => ['clk-1'], 'from' => '2026-03-03T08:00:00Z', 'to' => '2026-03-03T12:00:00Z', 'reason' => 'x'],
            ['X-Request-Key' => 'quiet'],
        );
        DB::table('surges')->insert([
            'service_id' => 'boarding', 'began_at' => '2026-03-03 07:50:00.000', 'found_at' => '2026-03-03 07:55:00.000', 'count' => 6,
            'usual' => 0.4,
            'state' => 'open',
        ]);
        $this->post('/sources', ['id' => 'walk', 'name' => 'Walk', 'per_minute' => 1000], ['X-Request-Key' => 'source']);
    }
}
