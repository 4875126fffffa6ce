<?php

declare(strict_types=1);

namespace Tests\Feature\Signals;

use App\Incidents\Incident;
use App\Platform\Journal\Entry;
use App\Signals\Alert;
use Tests\TestCase;

/** Alerts that were to wait come back, once, and not before. */
final class WaitingAlertsTest extends TestCase
{
    /** @return list<string> */
    private static function back(): array
    {
        return array_values(
            Entry::query()->where('kind', 'alert.back')
                ->orderBy('seq')->get()->map(static fn(Entry $e): string => (string) $e->subject_id)->all(),
        );
    }

    public function test_one_that_waits_comes_back_when_its_time_is_over_and_is_told_once(): void
    {
        $this->signal([self::firing('clk-2'), self::firing('booking-db-1')]);
        $this->takeSignals();
        [$waits, $other] = Alert::query()->whereNull('closed_at')->orderBy('id')->get()->all();
        $this->actingAs($this->person('ingrid-vale'))
            ->post('/alerts/wait', ['alerts' => [$waits->id], 'minutes' => 10])->assertSessionHasNoErrors();
        $this->later(599);
        $this->clock();
        self::assertSame([], self::back());
        self::assertNotNull($waits->refresh()->wait_until);

        $this->later(1);
        $this->clock();
        $this->later(60);
        $this->clock();
        self::assertSame([(string) $waits->id], self::back());
        self::assertNull($waits->refresh()->wait_until);
        self::assertNull($other->refresh()->wait_until);
    }

    public function test_one_that_has_become_part_of_an_incident_by_then_is_dealt_with_there(): void
    {
        $this->signal([self::firing('clk-2')]);
        $this->takeSignals();
        $alert = Alert::query()->whereNull('closed_at')->sole();
        $this->actingAs($this->person('ingrid-vale'))->post('/alerts/wait', ['alerts' => [$alert->id], 'minutes' => 10]);
        $alert->refresh()->update(['incident_id' => Incident::factory()->create()->id]);
        $this->later(601);
        $this->clock();
        self::assertSame([], self::back());
    }

    public function test_one_that_is_over_by_then_does_not(): void
    {
        $this->signal([self::firing('clk-2')]);
        $this->takeSignals();
        $alert = Alert::query()->whereNull('closed_at')->sole();
        $this->actingAs($this->person('ingrid-vale'))->post('/alerts/wait', ['alerts' => [$alert->id], 'minutes' => 10]);
        $alert->refresh()->update(['closed_at' => now()]);
        $this->later(700);
        $this->clock();

        self::assertSame([], self::back());
    }
}
