<?php

declare(strict_types=1);

namespace Tests\Feature\Incidents;

use App\Incidents\Incident;
use App\Incidents\Major\MajorSettings;
use App\Platform\Journal\Entry;
use App\Signals\Alert;
use Illuminate\Support\Facades\Http;
use Illuminate\Testing\TestResponse;
use Inertia\Testing\AssertableInertia as Shown;
use PHPUnit\Framework\Attributes\TestWith;
use Symfony\Component\HttpFoundation\Response;
use Tests\TestCase;

/** Before a major incident is resolved, something confirms that it is over, or somebody says why it is resolved without. */
final class ConfirmTest extends TestCase
{
    private Incident $incident;

    protected function setUp(): void
    {
        parent::setUp();
        Http::fake(['devices.test/*' => Http::response(['ok' => true])]);
        $this->signal([self::firing('lane-control-ask')]);
        $this->takeSignals();
        $this->actingAs($this->person('ingrid-vale'))->post('/incidents', [
            'alerts' => Alert::query()->whereNull('closed_at')->pluck('id')->all(), 'title' => 'Lanes', 'service' => 'vehicle-lanes',
            'impact' => 'wide', 'urgency' => 'now',
        ])->assertSessionHasNoErrors();
        $this->incident = Incident::query()->whereNull('resolved_at')->sole();
        $this->incident->update(['major_at' => now()]);
    }

    /**
     * @param  array<string, mixed>  $more
     * @return TestResponse<Response>
     */
    private function resolve(array $more = []): TestResponse
    {
        return $this->post(
            "/incidents/{$this->incident->id}/resolve", ['resolution' => 'x', 'update' => 'x', ...$more], ['X-Request-Key' => uniqid()],
        );
    }

    /** @return array<array-key, mixed> what was written of its end */
    private static function written(): array
    {
        return Entry::query()->where('kind', 'incident.confirmed')->sole()->told();
    }

    private function clear(): void
    {
        Alert::query()->where('incident_id', $this->incident->id)->update(['closed_at' => now()]);
    }

    public function test_without_anything_a_major_incident_stays_open_and_another_does_not(): void
    {
        $this->resolve()->assertSessionHasErrors('unconfirmed');
        self::assertTrue($this->incident->refresh()->isOpen());
        self::assertTrue($this->getJson("/incidents/{$this->incident->id}/resolve")->json('confirmation.required'));
        $this->incident->update(['major_at' => null]);
        self::assertFalse($this->getJson("/incidents/{$this->incident->id}/resolve")->json('confirmation.required'));
        $this->resolve()->assertSessionHasNoErrors();
        self::assertSame(0, Entry::query()->where('kind', 'incident.confirmed')->count());
    }

    public function test_the_organisation_can_ask_for_it_always(): void
    {
        $this->incident->update(['major_at' => null]);
        MajorSettings::change([...MajorSettings::now()->choices(), 'confirm_all' => true], 0, $this->person('per-strand'));
        $this->resolve()->assertSessionHasErrors('unconfirmed');
    }

    /** @param  array<string, mixed>  $more */
    #[TestWith([['tried' => true], 'tried', true])]
    #[TestWith([['word' => 'Bo: it opens'], 'word', 'Bo: it opens'])]
    #[TestWith([['check' => 'Ten cars'], 'check', 'Ten cars'])]
    #[TestWith([['unconfirmed' => 'The last boat has left'], 'why', 'The last boat has left'])]
    public function test_any_of_what_people_did_or_said_is_enough(array $more, string $fact, string|bool $value): void
    {
        $this->resolve($more)->assertSessionHasNoErrors();
        self::assertFalse($this->incident->refresh()->isOpen());
        self::assertSame($value, self::written()[$fact]);
    }

    public function test_words_of_nothing_are_none(): void
    {
        $this->resolve(['word' => '  ', 'check' => ' ', 'unconfirmed' => '   '])->assertSessionHasErrors('unconfirmed');
    }

    public function test_alerts_that_stayed_clear_are_enough_and_those_that_just_cleared_are_not(): void
    {
        $this->clear();
        $this->later(299);
        $this->resolve()->assertSessionHasErrors('unconfirmed');
        $this->later(1);
        $known = $this->getJson("/incidents/{$this->incident->id}/resolve")->json('confirmation');
        self::assertSame([true, ['alerts clear for 5 min', 'nothing is traced to be hit']], [$known['enough'], $known['told']]);
        $this->resolve(['unconfirmed' => 'not needed'])->assertSessionHasNoErrors();
        self::assertSame([300, true, ''], [self::written()['clear'], self::written()['trace'], self::written()['why'] ?? '']);
    }

    public function test_one_alert_that_fires_is_one_too_many(): void
    {
        $this->signal([self::firing('clk-2', 'error')]);
        $this->takeSignals();
        $this->clear();
        Alert::query()->whereNull('incident_id')->whereNull('closed_at')->update(['incident_id' => $this->incident->id]);
        $this->later(3600);
        self::assertSame([], $this->getJson("/incidents/{$this->incident->id}/resolve")->json('confirmation.told'));
        $this->resolve()->assertSessionHasErrors('unconfirmed');
    }

    public function test_how_long_it_took_is_said_before_and_after_the_end(): void
    {
        $this->incident->update(['started_at' => $this->incident->declared_at->subMinutes(5)]);
        Alert::query()->where('incident_id', $this->incident->id)->update(['opened_at' => $this->incident->declared_at->subMinutes(3)]);
        $this->incident->occasion->answered();
        $this->later(3300);
        self::assertSame(
            ['known 2 min after it began', 'taken on 3 min after that', 'restored 1 h after it began'],
            $this->getJson("/incidents/{$this->incident->id}/resolve")->json('times'),
        );
        $this->resolve(['check' => 'Rang through'])->assertSessionHasNoErrors();
        $this->later(600);
        $this->get("/incidents/{$this->incident->id}")->assertInertia(static fn(Shown $shown) => $shown
            ->where('times.0', 'known 2 min after it began')->where('times.2', 'restored 1 h after it began'));
    }
}
