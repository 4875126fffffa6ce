<?php

declare(strict_types=1);

namespace Tests\Feature\Paging;

use App\Desk\RunningClocks;
use App\Paging\Call;
use App\Paging\Page;
use App\Paging\PagingEntry;
use App\Paging\ShiftCalls;
use App\Platform\SteadyTime;
use App\Rota\Rota;
use App\Signals\Alert;
use Illuminate\Support\Facades\Http;
use PHPUnit\Framework\Attributes\TestWith;
use Skarvo\Paging\Outcome;
use Tests\TestCase;

/** What goes wrong around a call: the machine's clock is set, a rota is empty. */
final class TimeAndRotaTest extends TestCase
{
    protected function setUp(): void
    {
        parent::setUp();
        Http::fake(['devices.test/*' => Http::response(['ok' => true])]);
    }

    private function declare(): Call
    {
        $this->signal([self::firing('clk-2')]);
        $this->takeSignals();
        $this->actingAs($this->person('ingrid-vale'))->post('/incidents', [
            'alerts' => [Alert::query()->whereNull('closed_at')->sole()->id], 'title' => 'Clock', 'service' => 'vehicle-lanes',
            'impact' => 'wide', 'urgency' => 'now', 'team' => 'platform',
        ])->assertSessionHasNoErrors();

        return Call::query()->sole();
    }

    public function test_a_clock_that_is_set_is_told_from_time_that_passes(): void
    {
        $steady = new SteadyTime;

        self::assertSame(0, $steady->jumped(1000.0, 10.0));
        self::assertSame(0, $steady->jumped(1001.0, 11.2), 'Drift is no jump.');
        self::assertSame(3600, $steady->jumped(4602.0, 12.2));
        self::assertSame(0, $steady->jumped(4603.0, 13.2));
        self::assertSame(-3600, $steady->jumped(1004.0, 14.2));
        self::assertGreaterThan(0, SteadyTime::passed());
    }

    #[TestWith([3600])]
    #[TestWith([-3600])]
    public function test_an_hour_either_way_neither_hurries_nor_delays_a_page(int $jump): void
    {
        $this->declare();
        $this->later(30);
        $this->clock();
        $this->later($jump);
        (new ShiftCalls)->clockWasSet($jump, static fn(): bool => true);
        self::assertSame(['clock:machine'], self::entriesOf(PagingEntry::ClockSet));
        $this->clock();
        self::assertSame(['push'], Page::query()->pluck('channel')->all());
        $this->later(29);
        $this->clock();
        self::assertSame(['push'], Page::query()->pluck('channel')->all());
        $this->later(1);
        $this->clock();
        self::assertSame(['push', 'text'], Page::query()->orderBy('ordinal')->pluck('channel')->all());
        $text = Page::query()->latest('ordinal')->firstOrFail();
        self::assertSame(now()->getTimestamp(), $text->at->getTimestamp(), 'It says when it was by the clock.');
        $this->deliver();
        self::assertNotNull($text->refresh()->sent_at);

        $this->later(10);
        $this->answer($text, 'yes');
        self::assertSame(Outcome::Acknowledged, Call::query()->sole()->outcome);
        self::assertSame(now()->getTimestamp(), Call::query()->sole()->outcome_at?->getTimestamp());
        $this->later(5000);
        $this->clock();
        self::assertSame(['call', 'call', 'ask'], Page::query()->orderBy('id')->pluck('kind')->all());
    }

    public function test_when_a_zones_rules_change_what_is_past_stays_and_what_comes_is_read_anew(): void
    {
        $people = \App\Platform\Person::query()->where('team_id', 'platform')->orderBy('id')->limit(2)->pluck('id')->all();
        $rota = Rota::query()->findOrFail('platform');
        // Turns of twelve hours, from nine to nine: in a zone that is hours away, somebody else has this one.
        $rota->update([
            'overrides' => [], 'time_zone' => 'Europe/Oslo',
            'layers' => [['name' => 'main', 'people' => $people, 'starts' => '2026-03-02T09:00', 'shift' => 'PT12H']],
        ]);
        $call = $this->declare();
        $first = Page::query()->sole()->person_id;
        $past = $call->refresh()->rotas['platform'];
        $this->later(90);
        $this->clock();
        $rota->refresh()->update(['time_zone' => 'Pacific/Auckland']);
        $this->later(60);
        $this->clock();
        $call->refresh();

        self::assertSame([$first], Page::query()->where('round', 1)->where('step', 1)->distinct()->pluck('person_id')->all());
        self::assertSame([$past[0]['from'], $first], [$call->rotas['platform'][0]['from'], $call->rotas['platform'][0]['person']]);
        self::assertNotSame($past, $call->rotas['platform']);
        self::assertNotSame($first, $rota->refresh()->onCallNow());
        $this->later(3600);
        $this->clock();
        self::assertSame($rota->onCallNow(), Page::query()->where('round', 2)->where('step', 1)->firstOrFail()->person_id);
    }

    public function test_whoever_does_not_hold_the_lease_shifts_nothing(): void
    {
        $call = $this->declare();
        (new ShiftCalls)->clockWasSet(3600, static fn(): bool => false);

        self::assertSame(0, $call->refresh()->shift_seconds);
    }

    public function test_with_an_empty_rota_the_next_step_is_called_at_once_and_everybody_sees_that_nobody_is_named(): void
    {
        Rota::query()->whereKey('platform')->update(['layers' => '[]', 'overrides' => '[]']);
        $call = $this->declare();

        self::assertSame(2, $call->refresh()->step);
        self::assertNotSame([], Page::query()->pluck('person_id')->all());
        Rota::query()->update(['layers' => '[]', 'overrides' => '[]']);
        \App\Paging\EscalationPolicy::query()
            ->where('team_id', 'lanes')
            ->update(['steps' => json_encode([['targets' => ['rota:lanes'], 'wait_seconds' => 300]])]);
        $this->post(
            "/incidents/{$call->occasion->record_id}/calls", ['whom' => ['team:lanes'], 'why' => 'it is theirs'],
        )->assertSessionHasNoErrors();
        self::assertContains('Call to Lane systems names nobody', array_column(RunningClocks::all(), 'title'));

        // Somebody is put on it: the gap is over, and they are called.
        Rota::query()
            ->findOrFail('lanes')
            ->update(['overrides' => [['from' => '2026-03-03T07:00:00Z', 'to' => '2026-03-03T20:00:00Z', 'person' => 'noor-lind']]]);
        $this->later(5);
        $this->clock();
        self::assertTrue(Page::query()->where('person_id', 'noor-lind')->exists());
    }
}
