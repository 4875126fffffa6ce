<?php

declare(strict_types=1);

namespace Tests\Feature\Incidents;

use App\Changes\InRoom\Suspicion;
use App\Incidents\Finding\Hypothesis;
use App\Incidents\Incident;
use App\Incidents\LinkReport;
use App\Incidents\Report;
use App\Incidents\Story;
use App\Incidents\WriteNote;
use App\Paging\Call;
use App\Paging\Page;
use App\Platform\Journal\Actor;
use App\Platform\Journal\Entry;
use App\Platform\Outbox\OutboxMessage;
use App\Signals\Alert;
use App\Tickets\Steps\Task;
use App\Tickets\Steps\WorkSteps;
use App\Updates\Cards\Card;
use App\Updates\Following\AudienceOf;
use App\Updates\Following\Follow;
use App\Updates\Following\KeepFollowers;
use App\Updates\Following\Noticed;
use App\Updates\Following\Subscription;
use App\Updates\Update;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Http;
use Illuminate\Testing\TestResponse;
use Inertia\Testing\AssertableInertia as Shown;
use Random\Engine\Mt19937;
use Random\Randomizer;
use Skarvo\Paging\Outcome;
use Skarvo\Updates\Following\Channel;
use Symfony\Component\HttpFoundation\Response;
use Tests\TestCase;

/** Two incidents turned out to be one: nothing that hung on either is lost, and nobody is told that anything is over. */
final class MergingTest extends TestCase
{
    private Incident $from;

    private Incident $into;

    protected function setUp(): void
    {
        parent::setUp();
        Http::fake(['devices.test/*' => Http::response(['ok' => true])]);
        $this->from = Incident::factory()->create(['title' => 'Barriers shut', 'service_id' => 'vehicle-lanes']);
        $this->into = Incident::factory()->create(['title' => 'Clock stands still', 'service_id' => 'vehicle-lanes']);
        $this->actingAs($this->person('ingrid-vale'));
    }

    /** @return TestResponse<Response> */
    private function merge(?Incident $from = null, ?Incident $into = null): TestResponse
    {
        return $this->post(
            '/incidents/'.($from ?? $this->from)->id.'/merge', ['into' => ($into ?? $this->into)->id, 'why' => 'One clock'],
            ['X-Request-Key' => uniqid()]
        );
    }

    private function report(Incident $incident, string $email): Report
    {
        $report = Report::factory()->create(['email' => $email]);
        DB::transaction(static fn() => LinkReport::to($report, $incident, Actor::system()));

        return $report;
    }

    private function publish(Incident $incident, int $number, string $text): void
    {
        $this->post(
            "/incidents/$incident->id/updates", ['number' => $number, 'stage' => 'looking', 'text' => $text, 'next_minutes' => 30],
            ['X-Request-Key' => uniqid()]
        )
            ->assertSessionHasNoErrors();
    }

    public function test_its_end_is_told_of_every_service_that_either_was_told_about(): void
    {
        $told = fn(Incident $incident, string $text, string $service) => Update::query()->create([
            'incident_id' => $incident->id, 'number' => 1, 'stage' => 'looking', 'text' => $text, 'author_id' => 'ingrid-vale',
            'services' => [['name' => $service, 'state' => 'degraded']], 'published_at' => now(),
        ]);
        $told($this->from, 'Booking is slow.', 'Booking');
        $told($this->into, 'The lanes are slow.', 'Vehicle lanes');
        $this->merge()->assertSessionHasNoErrors();
        $this->getJson("/incidents/{$this->into->id}/resolve")->assertJsonPath('services', ['Vehicle lanes', 'Booking']);
    }

    public function test_who_waits_for_the_end_of_one_waits_for_that_of_the_other(): void
    {
        $waiting = Subscription::factory()->create(['incident_id' => $this->from->id, 'only_end' => true]);
        $this->merge()->assertSessionHasNoErrors();
        $this->later(8 * 86400);
        $keep = static fn(): int => app(KeepFollowers::class)(static fn(): bool => true);
        $keep();
        self::assertNull($waiting->refresh()->ended_at, 'It is not over.');
        $this->into->refresh()->update(['resolved_at' => now()]);
        $this->later(6 * 86400);
        $keep();
        self::assertNull($waiting->refresh()->ended_at);
        $this->later(2 * 86400);
        $keep();
        self::assertNotNull($waiting->refresh()->ended_at);
    }

    public function test_what_was_thought_of_changes_goes_along_and_what_is_thought_there_stands(): void
    {
        $change = static fn(string $title): int => (int) DB::table('changes')->insertGetId([
            'title' => $title, 'kind' => 'normal', 'state' => 'done', 'from_at' => now(), 'to_at' => now(), 'made_at' => now(),
        ]);
        [$one, $both] = [$change('One'), $change('Both')];
        foreach ([[$one, $this->from, 'confirmed'], [$both, $this->from, 'suspected'], [$both, $this->into, 'cleared']] as $said) {
            Suspicion::query()->create([
                'change_id' => $said[0], 'incident_id' => $said[1]->id, 'state' => $said[2], 'by_id' => 'ingrid-vale', 'at' => now(),
                'added' => [],
            ]);
        }
        DB::table('changes')->where('id', $one)->update(['incident_id' => $this->from->id]);
        $this->merge()->assertSessionHasNoErrors();
        self::assertSame(
            [$one => 'confirmed', $both => 'cleared'],
            DB::table('change_suspicions')->where('incident_id', $this->into->id)->orderBy('change_id')->pluck('state', 'change_id')->all(),
        );
        self::assertSame($this->into->id, DB::table('changes')->where('id', $one)->value('incident_id'));
    }

    /** Whatever happened on the two before: every entry, report, alert, call, task, follower and card is found on the survivor. */
    public function test_nothing_is_lost_over_random_histories(): void
    {
        for ($seed = 0; $seed < 5; $seed++) {
            $dice = new Randomizer(new Mt19937($seed));
            $two = [
                Incident::factory()->create(['title' => "From $seed", 'service_id' => 'vehicle-lanes']),
                Incident::factory()->create(['title' => "Into $seed", 'service_id' => 'vehicle-lanes']),
            ];
            $numbers = [1, 1];
            $reports = $followers = [];
            for ($step = 0; $step < 14; $step++) {
                $n = $dice->getInt(0, 1);
                $incident = $two[$n]->refresh();
                match ($dice->getInt(0, 7)) {
                    0 => app(WriteNote::class)($incident, "Note $seed-$step", false, $this->person('ingrid-vale')),
                    1 => $reports[] = $this->report($incident, "r$seed-$step@ferry.example")->id,
                    2 => $this->publish($incident, $numbers[$n]++, "Update $seed-$step"),
                    3 => $this->post(
                        "/incidents/$incident->id/calls", ['whom' => ['team:'.['lanes', 'platform'][$dice->getInt(0, 1)]], 'why' => 'x'],
                        ['X-Request-Key' => uniqid()]
                    ),
                    4 => (new WorkSteps($this->person('ingrid-vale')))->add($incident, "Task $seed-$step", null, false),
                    5 => Hypothesis::query()->create(
                        [
                            'incident_id' => $incident->id, 'text' => "H $seed-$step", 'state' => 'open', 'made_by_id' => 'ingrid-vale',
                            'made_at' => now(),
                        ]
                    ),
                    6 => $this->post(
                        "/incidents/$incident->id/cards", ['for' => "C $seed-$step", 'hours' => 4], ['X-Request-Key' => uniqid()]
                    ),
                    7 => $followers[] = Subscription::factory()->at(Channel::Mail, "f$step-$seed@ferry.example")
                        ->create(['incident_id' => $incident->id, 'only_end' => true])->id,
                };
                $this->later(20);
            }
            [$from, $into] = [$two[0]->refresh(), $two[1]->refresh()];
            $ids = [$from->id, $into->id];
            $entries = Entry::query()
                ->whereIn('seq', DB::table('journal_subjects')->where('kind', 'incident')->whereIn('id', $ids)->select('seq'))->pluck('seq')
                ->all();
            $count = static fn(string $table): int => DB::table($table)->whereIn('incident_id', $ids)->count();
            $before = array_map($count, $tables = ['hypotheses', 'ticket_tasks', 'incident_cards']);
            $running = Call::query()->for('incident', $ids)->where('outcome', '!=', Outcome::Resolved)->get()
                ->map(static fn(Call $one): string => $one->calls())->unique()->sort()->values()->all();
            $paged = static fn(): array => Page::query()->whereIn('call_id', Call::query()->for('incident', $ids)->select('id'))
                ->pluck('id')->all();
            $pages = $paged();
            $outbox = OutboxMessage::query()->where('kind', 'mail')->count();
            $this->merge($from, $into)->assertRedirect("/incidents/$into->id");
            $after = $into->refresh();

            self::assertSame([], array_diff($entries, Story::of($after)->pluck('seq')->all()), "Seed $seed loses entries.");
            self::assertEqualsCanonicalizing($reports, $after->reports()->pluck('reports.id')->all());
            self::assertSame(
                $before, array_map(static fn(string $table): int => DB::table($table)->where('incident_id', $into->id)->count(), $tables)
            );
            self::assertSame(
                $running, Call::query()->for('incident', $into->id)->where('outcome', '!=', Outcome::Resolved)->get()
                    ->map(static fn(Call $one): string => $one->calls())->unique()->sort()->values()->all(),
            );
            self::assertSame([], array_diff($pages, $paged()));
            self::assertEqualsCanonicalizing($followers, array_keys(AudienceOf::all(Noticed::atTheEndOf($after))));
            self::assertSame($outbox, OutboxMessage::query()->where('kind', 'mail')->count(), 'Nobody is told that anything is over.');
            self::assertSame($numbers[0] + $numbers[1] - 2, Update::ofIncident($into->id)->count());
            $this->publish($after, $numbers[1], 'And on');
            Subscription::query()->whereKey($followers)->update(['ended_at' => now()]);
        }
    }

    public function test_the_old_reference_leads_there_and_both_journals_are_read_in_order(): void
    {
        app(WriteNote::class)($this->from, 'First', false, $this->person('ingrid-vale'));
        $this->later(60);
        app(WriteNote::class)($this->into, 'Second', false, $this->person('ingrid-vale'));
        $this->merge()->assertSessionHasNoErrors();
        $this->get("/incidents/{$this->from->id}")->assertRedirect("/incidents/{$this->into->id}");
        $this->get("/incidents/{$this->into->id}")->assertInertia(static fn(Shown $shown) => $shown->where(
            'journal.lines',
            static fn($journal): bool => $journal->pluck('lead')->intersect(['First', 'Second'])->values()->all() === ['First', 'Second'],
        ));
        $this->post("/incidents/{$this->from->id}/reopen", ['why' => 'x', 'update' => 'x'], ['X-Request-Key' => 'no'])
            ->assertSessionHasErrors('action');
        $this->merge()->assertSessionHasErrors('into');
    }

    public function test_outsiders_read_one_story(): void
    {
        $this->publish($this->from, 1, 'Barriers are shut.');
        $this->later(60);
        $this->publish($this->into, 1, 'Lanes are slow.');
        $this->merge();
        $open = array_column($this->outside()['open'], null, 'id');
        self::assertArrayNotHasKey($this->from->id, $open);
        self::assertSame(['Lanes are slow.', 'Barriers are shut.'], array_column($open[$this->into->id]['updates'], 'text'));
        self::assertNotContains($this->from->id, array_column($this->outside()['past'], 'id'));
        // The address that followers of the one were mailed leads to the story of both.
        $this->get("/status/incident-{$this->from->id}.html")->assertOk()->assertSee('Lanes are slow.')->assertSee('Barriers are shut.');
        $this->get("/incidents/{$this->into->id}")->assertInertia(static fn(Shown $shown) => $shown->where('draft.number', 2));
    }

    public function test_a_follower_and_a_card_from_before_hear_of_the_end_of_the_survivor(): void
    {
        $this->publish($this->from, 1, 'Barriers are shut.');
        $this->nobodyAnswers();
        $this->post('/report/hear', ['email' => 'anna@ferry.example', 'incident' => $this->from->id])->assertSessionHasNoErrors();
        Follow::confirm(Subscription::query()->sole());
        $this->post("/incidents/{$this->from->id}/cards", ['for' => 'x', 'hours' => 4], ['X-Request-Key' => 'card']);
        $this->merge();
        $this->post("/incidents/{$this->into->id}/resolve", ['resolution' => 'x', 'update' => 'Over.'], ['X-Request-Key' => 'end'])
            ->assertSessionHasNoErrors();
        $this->clock();
        self::assertSame(1, OutboxMessage::query()->where('kind', 'notice-mail')->count());
        $this->get('/card/'.Card::query()->sole()->token)
            ->assertInertia(fn(Shown $shown) => $shown->where('card.ref', $this->into->ref())->has('card.resolved_at'));
    }

    public function test_alerts_and_what_was_said_of_items_go_along_and_a_call_that_both_had_is_one(): void
    {
        $this->signal([self::firing('lane-control-ask')]);
        $this->takeSignals();
        Alert::query()->where('item_id', 'lane-control-ask')->update(['incident_id' => $this->from->id]);
        foreach ([[$this->from, 'clk-2'], [$this->from, 'mw-skjell'], [$this->into, 'clk-2']] as [$incident, $item]) {
            $this->post("/incidents/$incident->id/items", ['item' => $item, 'state' => 'down'], ['X-Request-Key' => "$incident->id-$item"]);
        }
        foreach ([$this->from, $this->into] as $incident) {
            $this->post(
                "/incidents/$incident->id/calls", ['whom' => ['team:lanes'], 'why' => 'x'], ['X-Request-Key' => "call-$incident->id"]
            );
        }
        $this->merge()->assertSessionHasNoErrors();
        self::assertSame($this->into->id, Alert::query()->where('item_id', 'lane-control-ask')->latest('id')->firstOrFail()->incident_id);
        self::assertEqualsCanonicalizing(
            ['clk-2', 'mw-skjell'], DB::table('incident_items')->where('incident_id', $this->into->id)->pluck('item_id')->all()
        );
        self::assertSame(1, Call::query()->for('incident', $this->into->id)->where('outcome', Outcome::Waiting)->count());
        self::assertSame(0, Call::query()->for('incident', $this->from->id)->where('outcome', Outcome::Waiting)->count());
        self::assertSame(0, Task::query()->count());
    }

    public function test_one_that_is_two_is_split_and_what_was_written_before_stands_in_both(): void
    {
        [$stays, $goes] = [$this->report($this->from, 'a@ferry.example'), $this->report($this->from, 'b@ferry.example')];
        app(WriteNote::class)($this->from, 'Before', false, $this->person('ingrid-vale'));
        $split = fn(array $more, string $key) => $this->post(
            "/incidents/{$this->from->id}/split",
            ['title' => 'A cable at Ask', 'why' => 'Two causes', 'alerts' => [], 'reports' => [$goes->id], ...$more],
            ['X-Request-Key' => $key]
        );
        $split(['reports' => []], 'none')->assertSessionHasErrors('alerts');
        $split(['reports' => [$goes->id, 999_999]], 'other')->assertSessionHasErrors('alerts');
        $split([], 'split')->assertSessionHasNoErrors();
        $split([], 'split')->assertSessionHasNoErrors();
        $new = Incident::query()->where('title', 'A cable at Ask')->sole();
        app(WriteNote::class)($this->from, 'Of the first', false, $this->person('ingrid-vale'));
        app(WriteNote::class)($new, 'Of the second', false, $this->person('ingrid-vale'));
        $told = static fn(Incident $one): array => Story::of($one->refresh())->where('kind', 'incident.note')
            ->map(static fn(Entry $entry): string => (string) ($entry->told()['text'] ?? ''))->values()->all();
        self::assertSame([['Before', 'Of the first'], ['Before', 'Of the second']], [$told($this->from), $told($new)]);
        self::assertSame(
            [[$stays->id], [$goes->id]], [$this->from->reports()->pluck('reports.id')->all(), $new->reports()->pluck('reports.id')->all()]
        );
        self::assertSame($this->from->priority, $new->priority);
        self::assertNotNull($new->occasion->next_update_at);
        self::assertTrue(Story::of($new)->contains('kind', 'incident.split'));
        self::assertTrue(Story::of($this->from)->contains('kind', 'incident.split'));
        $split([], 'late')->assertSessionHasErrors('alerts');
        $this->get("/incidents/$new->id")->assertOk();
    }

    public function test_merged_and_split_and_merged_again_each_reads_all_of_its_story(): void
    {
        $note = fn(Incident $one, string $text) => app(WriteNote::class)($one, $text, false, $this->person('ingrid-vale'));
        $told = static fn(Incident $one): array => Story::of(Incident::query()->findOrFail($one->id))->where('kind', 'incident.note')
            ->map(static fn(Entry $entry): string => (string) ($entry->told()['text'] ?? ''))->values()->all();
        $split = function (Incident $one, string $title): Incident {
            $report = $this->report($one->refresh(), "$title@ferry.example");
            $this->post(
                "/incidents/$one->id/split", ['title' => $title, 'why' => 'x', 'alerts' => [], 'reports' => [$report->id]],
                ['X-Request-Key' => $title]
            )->assertSessionHasNoErrors();

            return Incident::query()->where('title', $title)->sole();
        };
        $note($this->from, 'a');
        $this->merge();
        $note($this->into, 'b');
        $second = $split($this->into, 'second');
        $note($this->into, 'c');
        $note($second, 'd');
        $third = $split($second, 'third');
        $note($second, 'e');
        $note($third, 'f');
        self::assertSame(
            [['a', 'b', 'c'], ['a', 'b', 'd', 'e'], ['a', 'b', 'd', 'f']], [$told($this->into), $told($second), $told($third)]
        );
        $this->merge($third->refresh(), $this->into->refresh())->assertSessionHasNoErrors();
        self::assertSame(['a', 'b', 'c', 'd', 'f'], $told($this->into), 'Nothing stands twice.');
    }

    public function test_what_cannot_be_one_is_refused(): void
    {
        $this->merge($this->from, $this->from)->assertSessionHasErrors('into');
        $this->from->update(['major_at' => now()]);
        $this->merge()
            ->assertSessionHasErrors(['into' => "{$this->from->ref()} is the major incident: merge {$this->into->ref()} into it."]);
        $this->post("/incidents/{$this->from->id}/under", ['incidents' => [$this->into->id]], ['X-Request-Key' => 'under'])
            ->assertSessionHasNoErrors();
        $this->into->refresh()->update(['major_at' => now()]);
        $this->merge()->assertSessionHasErrors('into');
        $this->into->update(['resolved_at' => now()]);
        $this->merge()->assertSessionHasErrors('into');
        $this->actingAs($this->person('noor-lind'))->post("/incidents/{$this->from->id}/merge", ['into' => $this->into->id, 'why' => 'x'])
            ->assertForbidden();
    }
}
