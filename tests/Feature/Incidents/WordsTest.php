<?php

declare(strict_types=1);

namespace Tests\Feature\Incidents;

use App\Desk\DeskEntry;
use App\Incidents\Incident;
use App\Incidents\IncidentEntry;
use App\Incidents\IncidentSummary;
use App\Incidents\Situation;
use App\Incidents\SoFar;
use App\Paging\Page;
use App\Paging\PagingEntry;
use App\Platform\Contracts\EntryKind;
use App\Platform\Journal\Entry;
use App\Platform\Journal\PlatformEntry;
use App\Platform\Journal\Sentence;
use App\Rota\RotaEntry;
use App\Signals\Alert;
use App\Signals\SignalEntry;
use App\Topology\TopologyEntry;
use App\Updates\UpdateEntry;
use Tests\TestCase;

/** What the room says in sentences. */
final class WordsTest extends TestCase
{
    public function test_every_kind_of_entry_has_a_sentence(): void
    {
        $enums = [
            PlatformEntry::class, TopologyEntry::class, SignalEntry::class, RotaEntry::class, IncidentEntry::class, PagingEntry::class,
            UpdateEntry::class, DeskEntry::class,
        ];
        $kinds = array_map(
            static fn(EntryKind $kind): string => (string) $kind->value,
            array_merge(...array_map(static fn(string $enum): array => $enum::cases(), $enums)),
        );

        self::assertCount(count(array_unique($kinds)), $kinds, 'A kind belongs to one capability.');
        foreach ($kinds as $kind) {
            $sentence = Sentence::of(new Entry(['kind' => $kind, 'facts' => ['text' => 'x', 'what' => 'x']]));
            self::assertNotSame($kind, $sentence->lead, "$kind is told by its name only");
        }
    }

    public function test_a_latecomer_is_caught_up_in_a_paragraph(): void
    {
        $this->signal([self::firing('clk-2', 'error'), self::firing('lane-control-ask')]);
        $this->takeSignals();
        $this->actingAs($this->person('ingrid-vale'))->post('/incidents', [
            'alerts' => Alert::query()->whereNull('closed_at')->pluck('id')->all(), 'title' => 'Lanes',
            'service' => 'vehicle-lanes', 'impact' => 'wide', 'urgency' => 'now', 'team' => 'platform',
        ]);
        $incident = Incident::query()->whereNull('resolved_at')->sole();
        self::assertSame(
            'Vehicle lanes: degraded; at 14 sites. Platform is being called, step 1; nobody has it yet. Nothing has been published yet.',
            SoFar::of($incident, Situation::now()),
        );
        self::assertSame(
            'Looking for the cause, Platform is being called.',
            IncidentSummary::of($incident->load(IncidentSummary::NEEDS), Situation::now())['stands'],
        );

        $page = Page::query()->with('person')->sole();
        $this->later(5);
        $this->answer($page, 'yes');
        $this->post("/incidents/$incident->id/notes", ['text' => 'Set the clocks by hand.', 'decision' => true]);
        self::assertStringContainsString(
            "{$page->person?->name} of Platform has it. Decided: Set the clocks by hand. Nothing has been published yet.",
            SoFar::of($incident, Situation::now()),
        );

        $this->later(595);
        $this->post("/incidents/$incident->id/resolve", ['resolution' => 'Antenna mended.', 'update' => 'It works.']);
        self::assertSame(
            'Service was restored after 10 min. Antenna mended. Decided: Set the clocks by hand. Published (update 1): "It works."',
            SoFar::of($incident->refresh(), Situation::now()),
        );
    }

    public function test_a_service_that_only_lost_its_spare_is_not_said_to_have_been_restored(): void
    {
        $this->signal([self::firing('manifest-db-1')]);
        $this->takeSignals();
        $this->actingAs($this->person('ingrid-vale'))->post(
            '/incidents',
            [
                'alerts' => Alert::query()->whereNull('closed_at')->pluck('id')->all(), 'title' => 'Store', 'impact' => 'wide',
                'urgency' => 'now',
            ],
        );
        $incident = Incident::query()->whereNull('resolved_at')->sole();
        self::assertSame(
            'No service is down or degraded, as far as the alerts say; no spare is left for Freight manifests. Nothing has been published yet.',
            SoFar::of($incident, Situation::now()),
        );
        $this->signal([['condition' => 'clear'] + self::firing('manifest-db-1')]);
        $this->takeSignals();
        self::assertSame(
            'No service is down or degraded, as far as the alerts say. Nothing has been published yet.',
            SoFar::of($incident->refresh(), Situation::now()),
        );
    }

    public function test_a_call_that_nobody_answers_is_said_plainly(): void
    {
        $this->signal([self::firing('clk-2')]);
        $this->takeSignals();
        $this->actingAs($this->person('ingrid-vale'))->post(
            '/incidents',
            [
                'alerts' => [Alert::query()->latest('id')->firstOrFail()->id], 'title' => 'Clock', 'service' => 'vehicle-lanes',
                'impact' => 'few', 'urgency' => 'soon', 'team' => 'platform',
            ],
        );
        foreach ([300, 900, 1200, 1800] as $seconds) {
            $this->later($seconds - (now()->getTimestamp() - (int) strtotime('2026-03-03T08:00:00Z')));
            $this->clock();
        }
        $incident = Incident::query()->whereNull('resolved_at')->sole();

        self::assertStringContainsString('Nobody of Platform answered.', SoFar::of($incident, Situation::now()));
        self::assertSame('Nobody of Platform answered', Sentence::of(Entry::query()->where('kind', 'call.exhausted')->sole())->lead);
    }
}
