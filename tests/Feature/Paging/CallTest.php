<?php

declare(strict_types=1);

namespace Tests\Feature\Paging;

use App\Incidents\Incident;
use App\Paging\Call;
use App\Paging\EscalationPolicy;
use App\Paging\FollowDueCalls;
use App\Paging\Happening;
use App\Paging\Page;
use App\Platform\Outbox\OutboxMessage;
use App\Platform\Person;
use App\Platform\Team;
use App\Rota\Rota;
use App\Signals\Alert;
use Illuminate\Support\Facades\Http;
use Skarvo\Paging\Escalation;
use Skarvo\Paging\Outcome;
use Skarvo\Paging\Page as CorePage;
use Tests\TestCase;

/** A running call, in the database. */
final class CallTest extends TestCase
{
    protected function setUp(): void
    {
        parent::setUp();
        Http::fake(['devices.test/*' => Http::response(['ok' => true])]);
        $this->signal([self::firing('clk-2')]);
        $this->takeSignals();
        $this->actingAs($this->person('ingrid-vale'))->post('/incidents', [
            'alerts' => [Alert::query()->whereNull('closed_at')->sole()->id], 'title' => 'Clock', 'service' => 'vehicle-lanes',
            'impact' => 'wide', 'urgency' => 'now', 'team' => 'platform',
        ])->assertSessionHasNoErrors();
    }

    public function test_the_pages_are_those_of_the_core_and_only_once_however_often_the_clock_looks(): void
    {
        for ($second = 0; $second < 2000; $second += 50) {
            $this->clock();
            $this->clock();
            $this->later(50);
        }
        $call = $this->call_();
        $course = Escalation::follow($call->toCore(), now()->getTimestamp());

        self::assertSame(
            array_map(static fn(CorePage $p): string => "$p->person $p->channel $p->round.$p->step", $course->pages),
            Page::query()->orderBy('ordinal')
                ->get()->map(static fn(Page $p): string => "$p->person_id $p->channel $p->round.$p->step")->all(),
        );
        self::assertSame([Outcome::Exhausted, null], [$call->outcome, $call->next_due_at]);
        self::assertSame(Page::query()->count(), OutboxMessage::query()->where('kind', 'page')->count());
    }

    public function test_no_page_leaves_before_it_is_due(): void
    {
        $this->later(59);
        $this->clock();
        self::assertSame(['push'], Page::query()->pluck('channel')->all());
        $this->later(1);
        $this->clock();
        self::assertSame(['push', 'text'], Page::query()->orderBy('ordinal')->pluck('channel')->all());
    }

    public function test_who_takes_over_the_rota_meanwhile_is_called_in_the_next_round(): void
    {
        $first = Page::query()->sole()->person_id;
        $other = Person::query()->where('team_id', 'platform')->where('id', '!=', $first)->orderBy('id')->firstOrFail()->id;
        $this->later(100);
        Rota::query()
            ->findOrFail('platform')
            ->update(['overrides' => [['from' => '2026-03-03T08:05:00Z', 'to' => '2026-03-03T12:00:00Z', 'person' => $other]]]);
        foreach ([200, 600, 10] as $seconds) {
            $this->later($seconds);
            $this->clock();
        }

        self::assertSame($first, Page::query()->where('round', 1)->where('step', 1)->firstOrFail()->person_id);
        self::assertSame($other, Page::query()->where('round', 2)->where('step', 1)->firstOrFail()->person_id);
    }

    public function test_a_policy_that_is_edited_meanwhile_counts_for_the_next_call(): void
    {
        EscalationPolicy::query()
            ->where('team_id', 'platform')
            ->update(['steps' => json_encode([['targets' => ['person:noor-lind'], 'wait_seconds' => 10]])]);
        $this->later(20);
        $this->clock();
        self::assertFalse(Page::query()->where('person_id', 'noor-lind')->exists());
        $this->later(280);
        $this->clock();
        self::assertSame(2, $this->call_()->step);
    }

    public function test_what_happens_in_the_second_of_a_page_is_taken_in_the_next(): void
    {
        $page = Page::query()->sole();
        $this->answer($page, 'yes');
        $happening = Happening::query()->sole();

        self::assertSame('2026-03-03 08:00:01', $happening->at->format('Y-m-d H:i:s'));
        self::assertSame('2026-03-03 08:00:00', $happening->noted_at->format('Y-m-d H:i:s'));
        self::assertSame(1, Page::query()->count());
    }

    public function test_handing_it_back_calls_the_next_at_once(): void
    {
        $page = Page::query()->sole();
        $this->later(10);
        $this->answer($page, 'yes');
        $this->later(600);
        $this->clock();
        self::assertSame(1, Page::query()->count());
        $this->answer($page, 'no', ['why' => 'too tired']);
        $call = $this->call_();

        self::assertSame([Outcome::Waiting, null], [$call->outcome, $call->held_by]);
        self::assertNotSame($page->person_id, Page::query()->latest('ordinal')->firstOrFail()->person_id);
    }

    public function test_another_answer_takes_over(): void
    {
        $first = Page::query()->sole();
        $this->later(300);
        $this->clock();
        $second = Page::query()->latest('ordinal')->firstOrFail();
        $this->later(5);
        $this->answer($first, 'yes');
        $this->later(5);
        $this->answer($second, 'yes');

        self::assertSame($second->person_id, $this->call_()->held_by);
    }

    public function test_after_it_is_over_an_answer_changes_nothing(): void
    {
        $page = Page::query()->sole();
        $this->later(5);
        $incident = Incident::query()->whereNull('resolved_at')->sole();
        $this->post("/incidents/$incident->id/resolve", ['resolution' => 'x', 'update' => 'y']);
        $this->answer($page, 'yes')->assertRedirect();
        $this->later(5000);
        $this->clock();

        self::assertSame(Outcome::Resolved, $this->call_()->outcome);
        self::assertSame(['resolved'], Happening::query()->get()->map(static fn(Happening $h): string => $h->kind->value)->all());
        self::assertSame(1, Page::query()->count());
    }

    public function test_opening_the_page_is_noted_once(): void
    {
        $page = Page::query()->sole();
        $this->get($page->link())->assertOk();
        $this->later(30);
        $this->get($page->link())->assertOk();

        self::assertSame('2026-03-03 08:00:00', $page->refresh()->opened_at?->format('Y-m-d H:i:s'));
    }

    public function test_a_team_without_a_policy_is_not_called_and_an_incident_is_declared_all_the_same(): void
    {
        Team::query()->create(['id' => 'new', 'name' => 'New team']);
        $this->signal([self::firing('tide-feed')]);
        $this->takeSignals();
        $this->post(
            '/incidents',
            [
                'alerts' => [Alert::query()->latest('id')->firstOrFail()->id], 'title' => 'Tides', 'service' => 'tide-tables',
                'impact' => 'few', 'urgency' => 'later', 'team' => 'new',
            ],
        )->assertSessionHasNoErrors();

        self::assertSame(2, Incident::query()->whereNull('resolved_at')->count());
        self::assertSame(1, Call::query()->count());
    }

    private function call_(): Call
    {
        return Call::query()->sole();
    }

    public function test_more_calls_than_one_transaction_takes_are_all_followed_at_one_look_the_most_urgent_first(): void
    {
        $calls = [];
        for ($n = 0; $n < 95; $n++) {
            $calls[] = Call::factory()->createOne([
                'occasion_id' => Incident::factory()->createOne(['priority' => 4 - $n % 4])->occasion->id, 'next_due_at' => now(),
            ])->id;
        }
        app(FollowDueCalls::class)(static fn(): bool => true);

        $first = Page::query()->whereIn('call_id', $calls)->orderBy('id')->get();
        self::assertEqualsCanonicalizing($calls, $first->pluck('call_id')->all());
        $priorities = $first->load('call.occasion')->map(static fn(Page $page): int => $page->call?->occasion->priority ?? 0)->all();
        $inOrder = $priorities;
        sort($inOrder);
        self::assertSame($inOrder, $priorities);
        self::assertSame(0, Call::query()->whereKey($calls)->where('next_due_at', '<=', now())->count());
    }
}
