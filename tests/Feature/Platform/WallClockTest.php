<?php

declare(strict_types=1);

namespace Tests\Feature\Platform;

use App\Incidents\Incident;
use App\Incidents\Situation;
use App\Platform\WallClock;
use App\Signals\Alert;
use App\Updates\NextUpdate;
use Carbon\CarbonImmutable;
use Illuminate\Support\Collection;
use Inertia\Testing\AssertableInertia as Shown;
use PHPUnit\Framework\Attributes\DataProvider;
use Tests\TestCase;

/** Times in sentences: on the reader's clock; for outsiders on the organisation's, which is named. */
final class WallClockTest extends TestCase
{
    /** @return iterable<string, array{string|null, string}> what the browser says, and what is shown of 08:30 UTC, on a day in winter */
    public static function zones(): iterable
    {
        yield 'what the browser says' => ['Asia/Kolkata', '14:00'];
        yield 'nothing: the organisation\'s' => [null, '09:30'];
        yield 'nonsense: the organisation\'s' => ["\xff<script>", '09:30'];
    }

    #[DataProvider('zones')]
    public function test_the_journal_and_refusals_are_read_on_the_readers_clock(?string $zone, string $clock): void
    {
        $this->signal([self::firing('clk-2')]);
        $this->takeSignals();
        $alert = Alert::query()->whereNull('closed_at')->sole();
        $this->actingAs($this->person('ingrid-vale'));
        if ($zone !== null) {
            $this->withUnencryptedCookie(WallClock::COOKIE, $zone);
        }
        $this->post('/alerts/wait', ['alerts' => [$alert->id], 'minutes' => 30])->assertSessionHasNoErrors();
        $this->get("/alerts/$alert->id")->assertInertia(fn(Shown $shown) => $shown->where(
            'story', fn(Collection $story): bool => $story->contains('rest', "until $clock"),
        ));
        $this->later(1800);
        $this->post(
            '/incidents',
            ['alerts' => [$alert->id], 'title' => 'a', 'service' => 'vehicle-lanes', 'impact' => 'part', 'urgency' => 'now'],
            ['X-Request-Key' => 'a'],
        );
        $this->post(
            '/incidents',
            ['alerts' => [$alert->id], 'title' => 'b', 'service' => 'vehicle-lanes', 'impact' => 'part', 'urgency' => 'now'],
            ['X-Request-Key' => 'b'],
        )->assertSessionHasErrors('action');
        self::assertStringContainsString("Ingrid Vale at $clock: a.", (string) session('errors')?->first('action'));
    }

    public function test_another_day_is_named(): void
    {
        self::assertSame('Mon 2 Mar, 09:30', WallClock::time(CarbonImmutable::parse('2026-03-02T08:30:00Z')));
        self::assertSame('09:00', WallClock::time(CarbonImmutable::parse('2026-03-03T08:00:00Z')));
        self::assertSame('Wed 4 Mar, 00:30', WallClock::time(CarbonImmutable::parse('2026-03-03T23:30:00Z')), 'Tomorrow on this clock.');
    }

    public function test_a_day_that_is_not_the_nearest_of_its_name_is_told_with_its_year(): void
    {
        $time = static fn(string $at): string => WallClock::time(CarbonImmutable::parse($at));
        self::assertSame('Tue 1 Sep, 09:00', $time('2026-09-01T07:00:00Z'));
        self::assertSame('Wed 2 Sep 2026, 09:00', $time('2026-09-02T07:00:00Z'));
        self::assertSame('Tue 2 Sep, 10:00', $time('2025-09-02T08:00:00Z'));
        self::assertSame('Tue 2 Sep 2025, 09:59', $time('2025-09-02T07:59:59Z'));
        $this->travelTo('2027-03-03T08:00:00Z');
        self::assertSame('Tue 3 Mar 2026, 09:00', $time('2026-03-03T08:00:00Z'), 'A year later.');
    }

    public function test_outsiders_are_told_whose_clock_it_is(): void
    {
        self::assertSame('09:30 CET', WallClock::outside(CarbonImmutable::parse('2026-03-03T08:30:00Z')));
        self::assertStringEndsWith('10:30 CEST', WallClock::outside(CarbonImmutable::parse('2026-07-03T08:30:00Z')));
        config(['skarvo.time_zone' => 'America/Sao_Paulo']);
        self::assertSame('05:30 UTC-03', WallClock::outside(CarbonImmutable::parse('2026-03-03T08:30:00Z')));
        config(['skarvo.time_zone' => 'Europe/Oslo']);
        $this->withUnencryptedCookie(WallClock::COOKIE, 'Asia/Kolkata')->actingAs($this->person('ingrid-vale'));
        $this->post(
            '/incidents',
            [
                'item' => 'vehicle-lanes', 'state' => 'down', 'title' => 'a', 'service' => 'vehicle-lanes', 'impact' => 'part',
                'urgency' => 'now',
            ],
        )->assertSessionHasNoErrors();
        $incident = Incident::query()->whereNull('resolved_at')->sole();
        self::assertStringContainsString('since 09:00 CET', NextUpdate::of($incident, Situation::now())['text']);
    }
}
