<?php

declare(strict_types=1);

namespace Tests\Feature\Tickets;

use App\Incidents\Incident;
use App\Incidents\Link;
use App\Incidents\LinkKind;
use App\Incidents\Report;
use App\Platform\Journal\Entry;
use App\Tickets\Guesses;
use App\Tickets\Ticket;
use Illuminate\Support\Facades\DB;
use Inertia\Testing\AssertableInertia as Shown;
use Skarvo\Incidents\Targets\TargetState;
use Skarvo\Tickets\Related\Related;
use Skarvo\Tickets\TicketState;
use Tests\TestCase;

/** What belongs to a known incident beyond doubt is linked and answered at once, unless its reporter knows better. */
final class LinkingTest extends TestCase
{
    use AtTheDesk;

    private Incident $incident;

    protected function setUp(): void
    {
        parent::setUp();
        $this->actingAs($this->person('ingrid-vale'))->post('/incidents', [
            'alerts' => [], 'title' => 'Barriers of the vehicle lanes stay shut', 'service' => 'vehicle-lanes', 'impact' => 'wide',
            'urgency' => 'now', 'team' => null,
        ], ['X-Request-Key' => 'declare'])->assertSessionHasNoErrors();
        $this->incident = Incident::query()->latest('id')->firstOrFail();
        $this->post("/incidents/{$this->incident->id}/updates", [
            'text' => 'Lanes are shut; we are on it.', 'stage' => 'looking', 'next_minutes' => 30, 'number' => 1,
            'services' => [['name' => 'Vehicle lanes', 'state' => 'down']],
        ], ['X-Request-Key' => 'update'])->assertSessionHasNoErrors();
    }

    public function test_what_was_linked_or_closed_while_guesses_were_worked_out_is_left_alone(): void
    {
        [$linked, $closed, $loose] = [
            $this->reported('Boom stays shut', null), $this->reported('Lane shut', null), $this->reported('Barrier shut at Ask', null),
        ];
        $guesses = Guesses::workOut(true);
        self::assertSame(
            [$linked->id, $closed->id, $loose->id],
            array_values(array_intersect([$linked->id, $closed->id, $loose->id], array_keys($guesses)))
        );
        $this->desk();
        $this->post('/tickets/link', ['tickets' => [$linked->id], 'incident' => $this->incident->id], ['X-Request-Key' => 'l'])
            ->assertSessionHasNoErrors();
        $this->post('/tickets/close', ['tickets' => [$closed->id]], ['X-Request-Key' => 'c'])->assertSessionHasNoErrors();
        self::assertSame(1, DB::transaction(static fn(): int => Guesses::keep($guesses)));
        self::assertSame([null, null], [$linked->refresh()->guesses, $closed->refresh()->guesses]);
        self::assertSame($this->incident->id, $loose->refresh()->guesses[0]['incident'] ?? null);
    }

    public function test_a_report_beyond_doubt_is_linked_and_answered_once_and_its_reporter_may_say_no(): void
    {
        $ticket = $this->sure();
        $this->clock();
        $this->clock();

        self::assertSame(
            [$this->incident->id, true, TicketState::Ours],
            [$ticket->reported()->refresh()->load('link')->incident_id, $ticket->refresh()->linked_by_itself, $ticket->state]
        );
        $mail = json_decode((string) DB::table('outbox')->where('kind', 'mail')->where('key', "known-$ticket->id")->sole()->payload);
        self::assertStringContainsString('Lanes are shut; we are on it.', $mail->text);
        self::assertTrue($mail->automatic);
        $page = "/report/{$ticket->reported()->key()}";
        $this->guest()->get($page)->assertInertia(fn(Shown $shown) => $shown->where('linkedByItself', true));

        foreach ([1, 2] as $ignored) {
            $this->guest()->post("$page/other")->assertRedirect();
        }
        self::assertNull($ticket->reported()->refresh()->load('link')->incident_id);
        self::assertSame(1, Entry::query()->where('kind', 'report.unlinked')->count());
        $promises = array_column(
            array_map(
                static fn($one): array => ['name' => $one->name, 'state' => $one->state], \App\Tickets\Promises::of($ticket->refresh())
            ),
            'state', 'name'
        );
        self::assertNotSame(TargetState::Met, $promises['respond']);
        $this->clock();
        self::assertNull($ticket->reported()->refresh()->load('link')->incident_id, 'Never by itself again.');
        $this->guest()->get($page)
            ->assertInertia(fn(Shown $shown) => $shown->where('linkedByItself', false)->where('report.unlinked', true));
    }

    public function test_what_people_linked_before_says_which_words_mean_what(): void
    {
        $tables = Incident::factory()->createOne(['title' => 'Tide tables show yesterday', 'service_id' => null]);
        $likelier = fn(string $words): bool => self::likely($words, $this->incident) > self::likely($words, $tables);
        self::assertFalse($likelier('Bommen er nede'), 'Nothing is known of these words.');
        $said = ['Bommen er nede igjen' => 'Barriers stay shut', 'Tabellen viser feil' => 'Tide tables are old'];
        for ($n = 0; $n < 8; $n++) {
            foreach ($said as $words => $title) {
                $ended = Incident::factory()->createOne(['title' => $title, 'service_id' => null, 'resolved_at' => now()]);
                $report = Report::factory()->createOne(['what' => $words, 'resolved_at' => now()]);
                Link::tie([Report::KIND, $report->id], [Incident::KIND, $ended->id], LinkKind::About);
            }
        }

        self::assertSame([true, false], [$likelier('Bommen er nede'), $likelier('Tabellen viser feil')]);
    }

    private static function likely(string $words, Incident $incident): float
    {
        return array_column(Guesses::ofWords($words, null, null), 'score', 'incident')[$incident->id] ?? 0.0;
    }

    public function test_what_is_only_likely_waits_for_somebody(): void
    {
        $ticket = $this->reported('The coffee machine leaks', null, ['service' => 'booking']);
        $likely = $this->sure();
        $this->setGuess($likely, Related::BEYOND_DOUBT - 0.01);
        self::assertSame(0, DB::transaction(static fn() => \App\Tickets\LinkBeyondDoubt::all()));
        $this->setGuess($likely, Related::BEYOND_DOUBT);
        $before = $likely->reported()->told_at;
        $this->later(601);
        self::assertSame(0, DB::transaction(static fn() => \App\Tickets\LinkBeyondDoubt::all()), 'Too old.');
        self::assertFalse($ticket->refresh()->linked_by_itself);
        $just = $this->sure();
        self::assertTrue($just->reported()->told_at->greaterThan($before));
        $this->setGuess($just, Related::BEYOND_DOUBT);
        self::assertSame(1, DB::transaction(static fn() => \App\Tickets\LinkBeyondDoubt::all()));
    }

    public function test_the_room_shows_what_probably_belongs_to_it_or_to_its_parts_with_reasons(): void
    {
        [$mine, $other, $done] = [
            $this->reported('Barrier shut at Ask', null), $this->reported('My screen is blue', null), $this->reported('Lane shut', null),
        ];
        $guess = static fn(int $incident, float $score): array => [
            ['incident' => $incident, 'score' => $score, 'because' => ['The same place.']],
        ];
        $child = Incident::factory()->create(['service_id' => 'vehicle-lanes']);
        $mine->update(['guesses' => $guess($this->incident->id, 0.4)]);
        $other->update(['guesses' => $guess($child->id, 0.9)]);
        $done->update(['guesses' => $guess($this->incident->id, 0.9), 'state' => TicketState::Done]);
        $address = "/incidents/{$this->incident->id}";
        $shown = fn(): array => array_map(
            static fn(array $one): array => [$one['id'], $one['of'], $one['because']],
            (array) $this->deferred($address, 'Incidents/Room', 'probably')
        );
        $this->desk();
        self::assertSame([[$mine->id, null, ['The same place.']]], $shown());
        Incident::query()->whereKey($this->incident->id)->update(['major_at' => now()]);
        Link::tie([Incident::KIND, $child->id], [Incident::KIND, $this->incident->id], LinkKind::Under);
        self::assertSame(
            [[$other->id, $child->ref(), ['The same place.']], [$mine->id, null, ['The same place.']]], $shown(), 'The likeliest first.'
        );
        // A helper does not read what people report.
        $this->actingAs($this->person('noor-lind'));
        self::assertCount(0, $shown());
        $this->desk();
        $this->post('/tickets/link', ['tickets' => [$mine->id, $other->id], 'incident' => $this->incident->id], ['X-Request-Key' => 'x'])
            ->assertSessionHasNoErrors();
        self::assertCount(0, $shown());
    }

    public function test_what_somebody_unlinked_is_never_linked_by_itself_again(): void
    {
        $ticket = $this->sure();
        DB::transaction(static fn() => \App\Tickets\LinkBeyondDoubt::all());
        $this->actingAs($this->person('ingrid-vale'))
            ->post("/reports/$ticket->report_id/unlink", ['why' => 'Other lane'], ['X-Request-Key' => 'u'])->assertSessionHasNoErrors();
        $ticket->refresh()->update(['state' => TicketState::New]);
        $this->setGuess($ticket, 0.99);

        self::assertSame(0, DB::transaction(static fn() => \App\Tickets\LinkBeyondDoubt::all()));
    }

    public function test_it_can_be_switched_off_by_an_administrator(): void
    {
        $this->desk();
        $this->post('/lessons/linking', ['on' => false, 'version' => 0])->assertForbidden();
        $this->actingAs($this->person('per-strand'));
        $this->post('/lessons/linking', ['on' => false, 'version' => 0], ['X-Request-Key' => 'a'])->assertSessionHasNoErrors();
        $this->post('/lessons/linking', ['on' => true, 'version' => 0], ['X-Request-Key' => 'b'])->assertSessionHasErrors('action');
        $this->get('/lessons')->assertInertia(fn(Shown $shown) => $shown->where('linking', ['on' => false, 'version' => 1]));
        $ticket = $this->sure();
        $this->clock();
        self::assertFalse($ticket->refresh()->linked_by_itself);
    }

    private function sure(): Ticket
    {
        $ticket = $this->reported('The barrier of the vehicle lane stays shut, cars cannot drive through', 'anna@ferry.example');
        $this->setGuess($ticket, 0.99);

        return $ticket;
    }

    /** How sure the computation is, is held by its own tests. */
    private function setGuess(Ticket $ticket, float $score): void
    {
        $ticket->update(['guesses' => [['incident' => $this->incident->id, 'score' => $score, 'because' => ['x', 'y']]]]);
    }
}
