<?php

declare(strict_types=1);

namespace Tests\Feature\Incidents;

use App\Incidents\EndReports;
use App\Incidents\Incident;
use App\Incidents\IncidentEntry;
use App\Incidents\Link;
use App\Incidents\LinkKind;
use App\Incidents\Major\MajorSettings;
use App\Incidents\Report;
use App\Incidents\Under\Children;
use App\Incidents\Under\PutUnderByItself;
use App\Platform\Journal\Entry;
use App\Platform\Journal\PlatformEntry;
use App\Platform\Outbox\Outbox;
use App\Platform\Outbox\OutboxMessage;
use App\Signals\Alert;
use App\Tickets\Steps\WorkSteps;
use App\Tickets\Ticket;
use App\Updates\Update;
use Illuminate\Database\QueryException;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Http;
use Illuminate\Testing\TestResponse;
use Inertia\Testing\AssertableInertia as Shown;
use Symfony\Component\HttpFoundation\Response;
use Tests\TestCase;

/** What is part of a major incident: put there, taken out, put there by itself, and ended with it. */
final class UnderTest extends TestCase
{
    private Incident $major;

    private Incident $child;

    protected function setUp(): void
    {
        parent::setUp();
        Http::fake(['devices.test/*' => Http::response(['ok' => true])]);
        $this->signal([self::firing('clk-2', 'critical')]);
        $this->takeSignals();
        $this->major = $this->declare('clk-2', 'Clock');
        $this->major->update(['major_at' => now()]);
        $this->signal([self::firing('lane-control-ask')]);
        $this->takeSignals();
        $this->child = $this->declare('lane-control-ask', 'Lanes at Ask');
    }

    private function declare(string $item, string $title): Incident
    {
        $this->actingAs($this->person('ingrid-vale'))->post('/incidents', [
            'alerts' => Alert::query()->where('item_id', $item)->whereNull('closed_at')->pluck('id')->all(), 'title' => $title,
            'service' => 'vehicle-lanes', 'impact' => 'part', 'urgency' => 'soon',
        ], ['X-Request-Key' => $title])->assertSessionHasNoErrors();

        return Incident::query()->where('title', $title)->sole();
    }

    /**
     * @param  array<string, mixed>  $data
     * @return TestResponse<Response>
     */
    private function send(string $path, array $data = []): TestResponse
    {
        return $this->post($path, $data, ['X-Request-Key' => uniqid()]);
    }

    /** @return TestResponse<Response> */
    private function under(Incident $child, ?Incident $major = null): TestResponse
    {
        return $this->send('/incidents/'.($major ?? $this->major)->id.'/under', ['incidents' => [$child->id]]);
    }

    /** @param  list<int>  $stayOpen */
    private function resolve(array $stayOpen = []): void
    {
        $this->ends(['stay_open' => $stayOpen])->assertSessionHasNoErrors();
    }

    /**
     * @param  array<string, list<int>>  $more
     * @return TestResponse<Response>
     */
    private function ends(array $more): TestResponse
    {
        return $this->send(
            "/incidents/{$this->major->id}/resolve",
            ['resolution' => 'Clock set.', 'update' => 'Lanes work.', 'check' => 'Ten cars', ...$more],
        );
    }

    private function report(Incident $incident, ?string $email = 'anna@ferry.example'): Report
    {
        $report = Report::factory()->create(['email' => $email]);
        Link::tie([Report::KIND, $report->id], [Incident::KIND, $incident->id], LinkKind::About);

        return $report->refresh();
    }

    private function mails(string $like): int
    {
        return OutboxMessage::query()->where('kind', 'mail')->where('key', 'like', $like)->count();
    }

    public function test_what_may_be_part_of_it_is_named_with_its_reasons_and_its_room_shows_the_story_once_it_is(): void
    {
        $this->get("/incidents/{$this->major->id}")->assertInertia(fn(Shown $shown) => $shown
            ->where('candidates.0.id', $this->child->id)->where('candidates.0.sure', true)
            ->where('candidates.0.reasons.0', 'The one item of it hangs on this.')->count('children', 0));
        $report = $this->report($this->child);
        $this->under($this->child)->assertSessionHasNoErrors();
        $this->get("/incidents/{$this->major->id}")->assertInertia(fn(Shown $shown) => $shown
            ->where('children.0.id', $this->child->id)->where('children.0.alone', false)->count('candidates', 0)
            ->where('major.extent.reports', 1)->where('major.extent.people', 1));
        $this->get('/incidents')->assertInertia(
            fn(Shown $shown) => $shown->where(
                'incidents', fn($all): bool => $all->firstWhere('id', $this->child->id)['part_of'] === $this->major->id
            )
        );
        $this->get("/incidents/{$this->child->id}")->assertInertia(
            fn(Shown $shown) => $shown->where('parent.id', $this->major->id)
                ->where('parent.soFar', static fn(string $text): bool => $text !== '')
        );
        self::assertNull($this->deferred("/incidents/{$this->child->id}", 'Incidents/Room', 'together'));
        self::assertSame(1, $this->mails("report-$report->id-under-%"));
        self::assertSame(["report:$report->id"], self::entriesOf(PlatformEntry::MailQueued));
        foreach ([$this->major, $this->child] as $incident) {
            self::assertTrue(Entry::query()->about('incident', $incident->id)->where('kind', 'incident.put_under')->exists());
        }
    }

    public function test_what_was_put_under_it_while_somebody_wrote_its_end_does_not_end_unseen(): void
    {
        $this->under($this->child);
        $this->ends(['under' => []])->assertSessionHasErrors(
            ['under' => "{$this->child->ref()} \"{$this->child->title}\" was put under it meanwhile, and would end with it. Choose whether it stays open."],
        );
        self::assertTrue($this->major->refresh()->isOpen());
        // Who is not under it any more is no reason to wait.
        $this->ends(['under' => [$this->child->id, $this->child->id + 1000]])->assertSessionHasNoErrors();
        self::assertFalse($this->major->refresh()->isOpen());
    }

    public function test_reporters_are_told_in_their_language_that_it_is_part_of_a_larger_one_over_and_not_over(): void
    {
        $report = $this->report($this->child);
        $report->update(['language' => 'no', 'what' => 'Bommen :text går ikke opp', 'name' => 'Anna']);
        $this->under($this->child);
        $this->resolve();
        foreach (range(1, 3) as $n) {
            $this->clock();
        }
        $this->actingAs($this->person('ingrid-vale'))->send("/incidents/{$this->major->id}/reopen", [
            'why' => 'It is back', 'update' => 'Again.', 'call' => false,
        ])->assertSessionHasNoErrors();
        $this->clock();
        $mails = OutboxMessage::query()->where('kind', 'mail')->where('key', 'like', "report-$report->id-%")->orderBy('id')->get();
        $address = route('report.follow', $report->key());
        self::assertSame(
            [
                "En del av en større feil: det du meldte ({$report->ref()})", "Over: det du meldte ({$report->ref()})",
                "Likevel ikke over: det du meldte ({$report->ref()})",
            ],
            $mails->map(static fn(OutboxMessage $one): string => $one->payload['subject'])->all(),
        );
        self::assertSame(
            "Hei Anna,\n\ndu meldte: «Bommen :text går ikke opp»\n\nLanes work.\n\n"
                ."Hvis det fortsatt ikke virker for deg, si det her: $address\n",
            $mails[1]?->payload['text'],
        );
    }

    public function test_it_is_taken_out_with_a_reason_and_its_reporters_are_told_once_however_often_it_moves(): void
    {
        $this->report($this->child);
        $this->under($this->child);
        $this->under($this->child)->assertSessionHasNoErrors();
        $this->send("/incidents/{$this->child->id}/out", ['why' => ''])->assertSessionHasErrors('why');
        $this->send("/incidents/{$this->child->id}/out", ['why' => 'A cable'])->assertSessionHasNoErrors();
        $this->send("/incidents/{$this->child->id}/out", ['why' => 'A cable'])->assertSessionHasErrors('action');
        $this->under($this->child)->assertSessionHasNoErrors();
        self::assertSame(1, $this->mails('report-%-under-%'));
        self::assertSame([$this->child->id], Children::of($this->major->id));
    }

    public function test_what_cannot_be_part_of_it_is_refused(): void
    {
        $this->under($this->major)->assertSessionHasErrors('action');
        $other = Incident::factory()->create(['title' => 'Other', 'major_at' => now()]);
        $this->under($other)->assertSessionHasErrors(['action' => "{$other->ref()} is a major incident of its own."]);
        $this->under($this->major, $this->child)->assertSessionHasErrors('action');
        $this->under($this->child);
        $this->under($this->child, $other)->assertSessionHasErrors('action');
        $over = Incident::factory()->resolved()->create(['title' => 'Over']);
        $this->under($over)->assertSessionHasErrors('action');
        $this->major->update(['major_at' => null]);
        $parent = $this->major;
        $other->update(['major_at' => now()]);
        $this->under($parent, $other)->assertSessionHasErrors('action');
        self::assertSame([$this->child->id], Children::of($this->major->id));
    }

    public function test_what_is_beyond_doubt_is_put_there_by_itself_once_and_never_again_after_it_was_taken_out(): void
    {
        $look = function (): int {
            PutUnderByItself::lookAgain();

            return app(PutUnderByItself::class)(static fn(): bool => true);
        };
        MajorSettings::change([...MajorSettings::now()->choices(), 'link_alone' => false], 0, $this->person('per-strand'));
        self::assertSame(0, $look());
        MajorSettings::change([...MajorSettings::now()->choices(), 'link_alone' => true], 1, $this->person('per-strand'));
        self::assertSame(1, $look());
        self::assertSame([$this->child->id], Children::byItself($this->major->id));
        self::assertSame(0, $look());
        $this->send("/incidents/{$this->child->id}/out", ['why' => 'A cable']);
        self::assertSame(0, $look());
        self::assertSame([], Children::of($this->major->id));
    }

    public function test_what_is_older_is_left_to_somebody(): void
    {
        $this->child->update(['declared_at' => now()->subSeconds(601)]);
        PutUnderByItself::lookAgain();
        self::assertSame(0, app(PutUnderByItself::class)(static fn(): bool => true));
    }

    public function test_it_ends_with_it_but_for_what_stays_open_and_each_reporter_is_told_once(): void
    {
        $this->signal([self::firing('lane-control-storvik')]);
        $this->takeSignals();
        $second = $this->declare('lane-control-storvik', 'Lanes at Storvik');
        [$own, $its] = [$this->report($this->major), $this->report($this->child)];
        $this->under($this->child);
        $this->under($second);
        $told = $this->getJson("/incidents/{$this->major->id}/resolve")->assertOk()->json();
        self::assertSame(
            [[$this->child->id, $second->id], 1, 1], [array_column($told['children'], 'id'), $told['childReports'], $told['childMails']]
        );
        $this->resolve([$second->id]);
        self::assertTrue($this->child->refresh()->isOpen(), 'The clock does it.');
        self::assertSame(["incident:$second->id"], self::entriesOf(IncidentEntry::StaysOpen));
        $this->clock();
        $this->clock();
        self::assertFalse($this->child->refresh()->isOpen());
        self::assertSame("Resolved with {$this->major->ref()}. Clock set.", $this->child->resolution);
        self::assertTrue($second->refresh()->isOpen());
        self::assertNull(Children::parentOf($second->id));
        foreach ([$own, $its] as $report) {
            self::assertNotNull($report->refresh()->resolved_at);
            self::assertSame(1, $this->mails("report-$report->id-resolved-%"));
        }
        self::assertNull($this->child->ending);
        self::assertSame(0, Update::query()->where('incident_id', $this->child->id)->count(), 'Nobody outside has read of it.');
        self::assertStringContainsString(
            'Lanes work.',
            (string) json_encode(OutboxMessage::query()->where('key', 'like', "report-$its->id-resolved-%")->value('payload'))
        );
        self::assertSame(
            'ingrid-vale', Entry::query()->where('kind', 'incident.resolved')->where('subject_id', $this->child->id)->sole()->actor_id
        );
    }

    public function test_what_keeps_one_of_them_open_is_said_on_both(): void
    {
        $this->under($this->child);
        (new WorkSteps($this->person('ingrid-vale')))->add($this->child, 'Count the cars', null, true);
        $this->resolve();
        $this->clock();
        self::assertTrue($this->child->refresh()->isOpen());
        self::assertNull($this->child->ends_with_id);
        $entry = Entry::query()->where('kind', 'incident.stays_open')->sole();
        self::assertStringContainsString('Count the cars', (string) json_encode($entry->told(), JSON_UNESCAPED_UNICODE));
        self::assertTrue(Entry::query()->about('incident', $this->major->id)->where('kind', 'incident.stays_open')->exists());
        $this->clock();
        self::assertTrue($this->child->refresh()->isOpen());
    }

    public function test_what_ended_with_it_is_open_again_with_it(): void
    {
        $its = $this->report($this->child);
        $left = Incident::factory()->create(['service_id' => $this->child->service_id, 'coordinator_id' => 'lotte-krone']);
        $this->child->update(['coordinator_id' => 'mika-sund']);
        $this->under($this->child);
        $this->under($left);
        $this->resolve();
        $this->clock();
        $this->person('lotte-krone')->update(['left_at' => now()]);
        self::assertSame(2, $this->getJson("/incidents/{$this->major->id}/reopen")->json('children'));
        $this->send("/incidents/{$this->major->id}/reopen", ['why' => 'Back', 'update' => 'It is not over.'])->assertSessionHasNoErrors();
        self::assertTrue($this->child->refresh()->isOpen());
        self::assertNull($its->refresh()->resolved_at);
        self::assertSame(0, Update::query()->where('incident_id', $this->child->id)->count());
        self::assertSame([$this->child->id, $left->id], Children::of($this->major->id), 'It is part of it as before.');
        self::assertSame(
            ['mika-sund', $this->major->refresh()->coordinator_id], [$this->child->coordinator_id, $left->refresh()->coordinator_id],
            'Whoever coordinated it does so again, if they are here.',
        );
    }

    public function test_what_was_overruled_for_the_larger_one_is_not_held_against_those_that_ended_with_it(): void
    {
        $this->send(
            "/incidents/{$this->child->id}/updates",
            ['number' => 1, 'stage' => 'fixing', 'text' => 'We look into it.', 'next_minutes' => 10]
        )->assertSessionHasNoErrors();
        $this->under($this->child);
        $this->resolve();
        $this->clock();
        $again = ['why' => 'Back', 'update' => 'Mika Sund says that it is not over.'];
        $this->send("/incidents/{$this->major->id}/reopen", $again)->assertSessionHasErrors('despite');
        self::assertFalse($this->child->refresh()->isOpen());
        $this->send("/incidents/{$this->major->id}/reopen", [...$again, 'despite' => 'She speaks for us'])->assertSessionHasNoErrors();
        self::assertTrue($this->child->refresh()->isOpen());
        self::assertTrue($this->major->refresh()->isOpen());
    }

    public function test_reopened_before_the_clock_came_it_never_ended(): void
    {
        $this->under($this->child);
        $this->resolve();
        $this->send("/incidents/{$this->major->id}/reopen", ['why' => 'Back', 'update' => 'It is not over.'])->assertSessionHasNoErrors();
        $this->clock();
        self::assertTrue($this->child->refresh()->isOpen());
        self::assertSame(0, Entry::query()->about('incident', $this->child->id)->where('kind', 'incident.resolved')->count());
    }

    public function test_more_reports_than_one_waits_for_end_in_parts_and_each_reporter_is_told_once(): void
    {
        for ($n = 0; $n < 60; $n++) {
            $this->report($this->major, "r$n@ferry.example");
        }
        $this->clock();
        $stands = fn(): array => [
            Report::query()->about($this->major->id)->whereNull('resolved_at')->count(), Ticket::query()->open()->count(),
            $this->mails('report-%-resolved-%'), $this->mails('report-%-reopened-%'),
        ];
        $begun = $stands();
        self::assertSame([60, 60], [$begun[0], $begun[1]]);
        $this->resolve();
        self::assertSame([60 - EndReports::PART, 60 - EndReports::PART, EndReports::PART, 0], $stands());
        self::assertSame('Lanes work.', $this->major->refresh()->ending);
        $this->clock();
        self::assertSame([0, 0, 60, 0], $stands());
        self::assertNull($this->major->refresh()->ending);
        self::assertSame(60, OutboxMessage::query()->where('key', 'like', 'report-%-resolved-%')->distinct()->count('key'));
        $this->clock();
        self::assertSame([0, 0, 60, 0], $stands());
        // It is not over after all: whoever was told so hears of it, in parts as well, and once.
        $this->later(600);
        $this->send("/incidents/{$this->major->id}/reopen", ['why' => 'Back', 'update' => 'It is not over.'])->assertSessionHasNoErrors();
        self::assertSame([EndReports::PART, EndReports::PART, 60, EndReports::PART], $stands());
        $this->clock();
        $this->clock();
        self::assertSame([60, 60, 60, 60], $stands());
        self::assertSame([null, null], [$this->major->refresh()->again, $this->major->again_since]);
    }

    public function test_whoever_was_not_told_yet_that_it_is_over_is_not_told_that_it_is_not(): void
    {
        for ($n = 0; $n < EndReports::PART + 3; $n++) {
            $this->report($this->major, "r$n@ferry.example");
        }
        $this->resolve();
        $this->send("/incidents/{$this->major->id}/reopen", ['why' => 'Back', 'update' => 'It is not over.'])->assertSessionHasNoErrors();
        $this->clock();
        self::assertSame([EndReports::PART, EndReports::PART], [$this->mails('report-%-resolved-%'), $this->mails('report-%-reopened-%')]);
    }

    public function test_one_report_that_cannot_be_dealt_with_holds_up_none_of_the_others(): void
    {
        $reports = array_map(fn(int $n): Report => $this->report($this->major, "r$n@ferry.example"), range(0, EndReports::PART + 5));
        $this->clock();
        // Its mail cannot be queued: something stands there under its key.
        $key = "report-{$reports[0]->id}-resolved-".($this->major->refresh()->version + 1);
        Outbox::put('mail', $key, ['to' => 'x@ferry.example', 'subject' => 'x', 'text' => 'x'], now()->addYear());
        $this->resolve();
        $failure = null;
        try {
            app(EndReports::class)(static fn(): bool => true);
        } catch (\Throwable $e) {
            $failure = $e;
        }
        self::assertInstanceOf(QueryException::class, $failure, 'And somebody is told.');
        self::assertSame(1, Report::query()->about($this->major->id)->whereNull('resolved_at')->count());
        self::assertSame(count($reports), $this->mails('report-%-resolved-%'), 'That one stands for what cannot be.');
        DB::table('outbox')->where('key', $key)->delete();
        $this->clock();
        self::assertSame(count($reports), $this->mails('report-%-resolved-%'));
        self::assertNull($this->major->refresh()->ending);
    }
}
