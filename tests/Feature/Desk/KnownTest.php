<?php

declare(strict_types=1);

namespace Tests\Feature\Desk;

use App\Desk\Known\KeepKnown;
use App\Incidents\Finding\Hypothesis;
use App\Incidents\Incident;
use App\Incidents\IncidentEntry;
use App\Incidents\WriteNote;
use App\Platform\Journal\Actor;
use App\Platform\Journal\Journal;
use App\Tickets\ForgetReporter;
use App\Tickets\Ticket;
use App\Tickets\WorkTickets;
use Illuminate\Database\Events\QueryExecuted;
use Illuminate\Support\Facades\DB;
use Inertia\Testing\AssertableInertia as Shown;
use Skarvo\Incidents\Finding\HypothesisState;
use Skarvo\Tickets\TicketState;
use Tests\TestCase;

/** What is known is found by its words, by those who may see it; and what was like an incident shows beside it. */
final class KnownTest extends TestCase
{
    private function keep(): void
    {
        while (app(KeepKnown::class)(static fn(): bool => true) > 0);
    }

    private function note(Incident $incident, string $text): void
    {
        app(WriteNote::class)($incident, $text, false, $this->person('ingrid-vale'));
    }

    /** @return list<array{string, int}> kind and number of what is found */
    private function search(string $text, string $by = 'ingrid-vale'): array
    {
        return array_map(
            static fn(array $one): array => [(string) $one['kind'], (int) $one['id']],
            array_values((array) $this->actingAs($this->person($by))->getJson('/known?q='.rawurlencode($text))->assertOk()->json('known')),
        );
    }

    public function test_what_was_written_is_found_from_the_next_second_on_by_the_beginnings_of_its_words(): void
    {
        $incident = Incident::factory()->resolved()->create(['title' => 'Zeitserver ging nach', 'resolution' => 'Antenne getauscht']);
        $this->note($incident, 'Die Quarzuhr läuft');
        self::assertSame([], $this->search('zeitserver'));
        $this->keep();
        foreach (['zeitserv', 'antenne getau', 'quarzuhr LAUFT', $incident->ref()] as $text) {
            self::assertSame([['incident', $incident->id]], $this->search($text), $text);
        }
        self::assertSame([], $this->search('kompass'));
        $this->note($incident, 'Und der Kompass');
        $this->keep();
        self::assertSame([['incident', $incident->id]], $this->search('kompass'));
        self::assertSame(1, DB::table('known_texts')->where('kind', 'incident')->where('record_id', $incident->id)->count());
    }

    public function test_what_changes_no_words_writes_none(): void
    {
        $incident = Incident::factory()->resolved()->create(['title' => 'Kompass klemmt']);
        $this->note($incident, 'Quarz');
        $this->keep();
        $written = [];
        DB::listen(static function (QueryExecuted $query) use (&$written): void {
            if (preg_match('/^(?:insert|update|delete)\b.*\bknown_/i', $query->sql) === 1) {
                $written[] = $query->sql;
            }
        });
        Journal::write(Actor::system(), IncidentEntry::AlertAttached, ['alert', 1], ['title' => 'x'], ['incident' => $incident->id]);
        $this->keep();
        self::assertSame([], $written);
        self::assertSame([['incident', $incident->id]], $this->search('kompass'));
        $incident->update(['resolution' => 'Sextant genommen']);
        $this->note($incident, 'Ende');
        $this->keep();
        self::assertSame([['incident', $incident->id]], $this->search('sextant'));
        self::assertCount(1, array_filter($written, static fn(string $sql): bool => str_contains($sql, 'insert')));
    }

    public function test_what_holds_all_words_comes_first_and_some_are_better_than_none(): void
    {
        $both = Incident::factory()->resolved()->create(['title' => 'Kompass und Quarz']);
        $one = Incident::factory()->resolved()->create(['title' => 'Kompass allein']);
        foreach ([$both, $one] as $incident) {
            $this->note($incident, 'x');
        }
        $this->keep();
        self::assertSame([['incident', $both->id]], $this->search('kompass quarz'));
        self::assertEqualsCanonicalizing([['incident', $both->id], ['incident', $one->id]], $this->search('kompass sextant'));
    }

    public function test_tickets_are_found_by_those_who_read_tickets_and_no_more_once_they_are_erased(): void
    {
        $this->post('/report', ['service' => 'vehicle-lanes', 'what' => 'Schranke klemmt', 'email' => 'anna@ferry.example'])
            ->assertSessionHasNoErrors();
        $ticket = Ticket::query()->latest('id')->firstOrFail();
        (new WorkTickets($this->person('lotte-krone')))->note($ticket, 'Hydraulik leckt');
        $this->keep();
        self::assertSame([['ticket', $ticket->report_id]], $this->search('schranke'));
        self::assertSame([['ticket', $ticket->report_id]], $this->search('hydraulik', 'lotte-krone'));
        self::assertSame([], $this->search('schranke', 'noor-lind'));
        $ticket->update(['state' => TicketState::Done]);
        app(ForgetReporter::class)($ticket, Actor::system(), 'asked');
        $this->keep();
        self::assertSame([], $this->search('schranke'));
        self::assertSame([], $this->search('hydraulik'));
        self::assertSame(0, DB::table('known_texts')->where('kind', 'ticket')->where('record_id', $ticket->id)->count());
        $left = DB::select("select count(*) as n from known_search where known_search match 'hydraulik'");
        self::assertSame(0, (int) $left[0]->n);
    }

    public function test_updates_are_found_and_the_estate_stands_beside(): void
    {
        $incident = Incident::factory()->create();
        $this->actingAs($this->person('ingrid-vale'))->post("/incidents/$incident->id/updates", [
            'number' => 1, 'stage' => 'looking', 'text' => 'Sternbild verhüllt', 'next_minutes' => 30,
        ])->assertSessionHasNoErrors();
        $this->keep();
        self::assertSame('update', $this->search('sternbild')[0][0]);
        self::assertContains('Vehicle lanes', array_column($this->getJson('/known?q=vehicle+lanes')->json('estate'), 'name'));
    }

    public function test_nonsense_finds_nothing_and_breaks_nothing(): void
    {
        foreach (['', 'x', '"', "' OR 1", '* NEAR(', "\u{1F600}\u{1F600}", str_repeat('lang ', 40), 'AND OR NOT', '-- ;'] as $text) {
            $this->actingAs($this->person('ingrid-vale'))->getJson('/known?q='.rawurlencode($text))->assertOk();
        }
        $this->getJson('/known?q[]=x')->assertStatus(400);
    }

    public function test_what_was_like_it_shows_with_what_it_was_what_helped_and_how_long_it_took(): void
    {
        $past = Incident::factory()->create([
            'title' => 'Kompass der Fähre', 'service_id' => 'vehicle-lanes', 'started_at' => now()->subHours(3),
            'resolution' => 'Neu geeicht.',
            'resolved_at' => now()->subHours(2), 'stage' => 'restored',
        ]);
        Hypothesis::query()->create([
            'incident_id' => $past->id, 'text' => 'Magnet in der Nähe', 'state' => HypothesisState::Confirmed, 'result' => 'x',
            'made_by_id' => 'ingrid-vale',
            'made_at' => now(),
        ]);
        $open = Incident::factory()->create(['title' => 'Kompass der Fähre, noch offen']);
        $this->note($past, 'x');
        $this->note($open, 'x');
        $this->keep();
        $now = Incident::factory()->create(['title' => 'Kompass dreht sich', 'service_id' => 'vehicle-lanes']);
        $this->actingAs($this->person('ingrid-vale'))->get("/incidents/$now->id")->assertInertia(
            static fn(Shown $shown) => $shown->missing('seenBefore')->loadDeferredProps('later', static fn(Shown $later) => $later
                ->count('seenBefore', 1)->where('seenBefore.0.id', $past->id)->where('seenBefore.0.was', 'Magnet in der Nähe')
                ->where('seenBefore.0.helped', 'Neu geeicht.')->where('seenBefore.0.seconds', 3600)),
        );
    }
}
