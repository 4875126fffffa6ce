<?php

declare(strict_types=1);

namespace Tests\Feature\Updates;

use App\Incidents\Incident;
use App\Signals\Alert;
use App\Updates\Draft;
use App\Updates\Update;
use Inertia\Testing\AssertableInertia as Shown;
use Skarvo\Incidents\Stage;
use Tests\TestCase;

/** Outsiders see what they were told, and nothing that they were not. */
final class StatusTest extends TestCase
{
    protected function setUp(): void
    {
        parent::setUp();
        $this->signal([self::firing('feed-gateway', 'error')]);
        $this->takeSignals();
        $this->actingAs($this->person('ingrid-vale'))->post('/incidents', [
            'alerts' => [Alert::query()->whereNull('closed_at')->sole()->id], 'title' => 'SECRET: gateway of supplier X hangs', 'service' => 'vessel-positions',
            'impact' => 'part', 'urgency' => 'soon', 'team' => null,
        ])->assertSessionHasNoErrors();
    }

    public function test_an_incident_without_an_update_is_not_public(): void
    {
        auth()->logout();
        $this->get('/status')->assertInertia(fn(Shown $page) => $page->has('open', 0)->where('services.0.state', 'up'));
        self::assertStringNotContainsString('SECRET', (string) $this->get('/status')->getContent());
        self::assertStringNotContainsString('SECRET', (string) $this->get('/report')->getContent());
    }

    public function test_a_reporter_learns_that_it_is_known_before_outsiders_were_told_more(): void
    {
        $this->get('/report')->assertInertia(fn(Shown $page) => $page
            ->where('known.0.services', ['Ship positions'])->where('known.0.text', 'We know of a problem with this service and are working on it.'));
    }

    public function test_the_draft_names_services_by_their_public_names_and_leaves_out_those_that_have_none(): void
    {
        $draft = Draft::of($this->incident());

        self::assertSame(1, $draft['number']);
        self::assertSame('Ship positions: working only in part since 09:00 CET. We are looking for the cause.', $draft['text']);
        self::assertSame([['name' => 'Ship positions', 'state' => 'degraded']], $draft['services']);
        self::assertSame(240, $draft['next_minutes']);
        self::assertStringContainsString('We are putting it right.', Draft::of($this->incident(), Stage::Fixing)['text']);
    }

    public function test_what_was_told_stays_as_it_was_told(): void
    {
        $this->publish(1, 'Ship positions are late.');
        $this->signal([self::firing('board-web-1'), self::firing('board-web-2')]);
        $this->takeSignals();
        $this->post("/incidents/{$this->incident()->id}/alerts", ['alerts' => Alert::query()->whereNull('closed_at')->pluck('id')->all()]);
        $this->get('/status')->assertInertia(fn(Shown $page) => $page->has('open.0.services', 1)->where('open.0.updates.0.text', 'Ship positions are late.'));
        $this->publish(2, 'The boards are dark, too.');

        $this->get('/status')->assertInertia(fn(Shown $page) => $page->has('open.0.services', 2)->has('open.0.updates', 2)
            ->where('open.0.updates.0.number', 2));
    }

    public function test_an_update_says_when_the_next_one_comes_and_refuses_too_soon(): void
    {
        $this->publish(1, 'Late.', 3)->assertSessionHasErrors(['next_minutes' => 'Leave at least 5 minutes until the next update.']);
        $this->publish(1, '')->assertSessionHasErrors(['text' => 'Say what is affected.']);
        self::assertSame(0, Update::query()->where('incident_id', $this->incident()->id)->count());
        $this->publish(1, 'Late.', 45);

        self::assertSame('2026-03-03 08:45:00', Update::query()->latest('id')->firstOrFail()->next_at?->format('Y-m-d H:i:s'));
    }

    public function test_what_is_over_is_told_for_seven_days(): void
    {
        $this->get('/status')->assertInertia(fn(Shown $page) => $page->has('past', 2));
        $this->later(8 * 86400);
        $this->get('/status')->assertInertia(fn(Shown $page) => $page->has('past', 0));
    }

    public function test_a_responder_may_not_speak_to_outsiders(): void
    {
        $incident = $this->incident();
        $this->actingAs($this->person('noor-lind'));
        $this->publish(1, 'Hello')->assertForbidden();
        $this->post("/incidents/$incident->id/resolve", ['resolution' => 'x', 'update' => 'y'])->assertForbidden();
        $this->post("/incidents/$incident->id/notes", ['text' => 'I am on it'])->assertSessionHasNoErrors();
    }

    /** @return \Illuminate\Testing\TestResponse<\Symfony\Component\HttpFoundation\Response> */
    private function publish(int $number, string $text, int $minutes = 30): \Illuminate\Testing\TestResponse
    {
        return $this->from('/')->post("/incidents/{$this->incident()->id}/updates", ['number' => $number, 'stage' => 'looking', 'text' => $text, 'next_minutes' => $minutes]);
    }

    private function incident(): Incident
    {
        return Incident::query()->whereNull('resolved_at')->sole();
    }
}
