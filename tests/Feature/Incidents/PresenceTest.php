<?php

declare(strict_types=1);

namespace Tests\Feature\Incidents;

use App\Incidents\Incident;
use App\Platform\Journal\Entry;
use App\Signals\Alert;
use Illuminate\Support\Facades\Http;
use Inertia\Testing\AssertableInertia as Shown;
use Tests\TestCase;

/** Who is in a room, and who no longer. */
final class PresenceTest extends TestCase
{
    private Incident $incident;

    protected function setUp(): void
    {
        parent::setUp();
        Http::fake(['devices.test/*' => Http::response(['ok' => true])]);
        $this->actingAs($this->person('ingrid-vale'));
        $this->signal([self::firing('clk-2')]);
        $this->takeSignals();
        $this->post(
            '/incidents',
            [
                'alerts' => [Alert::query()->whereNull('closed_at')->whereNull('incident_id')->latest('id')->firstOrFail()->id],
                'title' => 'Clock', 'service' => 'vehicle-lanes', 'impact' => 'wide', 'urgency' => 'now', 'team' => 'platform',
            ],
        );
        $this->incident = Incident::query()->latest('id')->firstOrFail();
    }

    private function url(string $more = ''): string
    {
        return "/incidents/{$this->incident->id}$more";
    }

    /** @return list<string> what the journal says of coming and going */
    private function comings(): array
    {
        return array_values(Entry::query()->about('incident', $this->incident->id)->whereIn(
            'kind', ['room.entered', 'room.left']
        )->orderBy('seq')->get()->map(
            static fn(Entry $e): string => $e->kind.' '.($e->actor_id ?? $e->facts['person']),
        )->all());
    }

    public function test_an_open_room_keeps_its_reader_in_it_and_silence_is_leaving(): void
    {
        $this->get($this->url())->assertInertia(fn(Shown $page) => $page->where(
            'people.0',
            ['id' => 'ingrid-vale', 'name' => 'Ingrid Vale', 'team' => 'Operations desk', 'coordinates' => true, 'here' => true],
        ));
        $this->actingAs($this->person('noor-lind'))
            ->get($this->url())
            ->assertInertia(fn(Shown $page) => $page->has('people', 2)->where('people.1.here', true));
        $this->later(100);
        $this->post($this->url('/here'))->assertOk();
        $this->later(60);
        $this->clock();

        $this->get($this->url())->assertInertia(
            fn(Shown $page) => $page->where('people.0.here', false)
                ->where('people.0.coordinates', true)->where('people.1.id', 'noor-lind')->where('people.1.here', true),
        );
        self::assertSame(['room.entered ingrid-vale', 'room.entered noor-lind', 'room.left ingrid-vale'], $this->comings());

        $this->actingAs($this->person('ingrid-vale'))->get($this->url());
        self::assertSame('room.entered ingrid-vale', $this->comings()[3]);
        $this->clock();
        self::assertCount(4, $this->comings());
    }

    public function test_nobody_comes_into_a_room_that_is_closed(): void
    {
        $this->incident->update(['resolved_at' => now()]);
        $this->post($this->url('/here'))->assertExactJson(['here' => false]);
        $this->get($this->url())->assertOk();
        self::assertSame([], $this->comings());
    }
}
