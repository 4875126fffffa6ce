<?php

declare(strict_types=1);

namespace Tests\Feature\Paging;

use App\Incidents\Occasion;
use App\Paging\Call;
use App\Paging\CallClocks;
use App\Paging\Page;
use App\Paging\StartCall;
use App\Paging\Unanswered;
use App\Platform\Journal\Actor;
use App\Platform\Journal\Entry;
use App\Platform\Team;
use App\Updates\NoteOverdueUpdates;
use App\Updates\OwedUpdates;
use Inertia\Testing\AssertableInertia as Shown;
use Skarvo\Paging\Outcome;
use Tests\TestCase;

/** A call, and an update that is owed, hang on an occasion: here on one that is no incident. */
final class OccasionTest extends TestCase
{
    private Occasion $occasion;

    protected function setUp(): void
    {
        parent::setUp();
        $this->occasion = Occasion::factory()->createOne();
    }

    private function started(): Call
    {
        $call = app(StartCall::class)($this->occasion, Team::query()->findOrFail('lanes'), Actor::system(), 'the roll-back fails');

        return $call ?? self::fail('The team has a policy.');
    }

    private function page(): Page
    {
        return Page::query()->orderBy('id')->firstOrFail();
    }

    public function test_its_team_is_called_and_answers_on_the_phone(): void
    {
        $call = $this->started();
        self::assertSame($call->id, $this->started()->id, 'Whoever is being called keeps the call.');
        self::assertContains('/changes/31', array_map(static fn($clock): string => $clock->link, (new CallClocks)->clocks()));

        $page = $this->page();
        $this->get($page->link())->assertOk()->assertInertia(fn(Shown $shown) => $shown->component('Paging/Answer')
            ->where('occasion.ref', 'CH-0031')->where('occasion.service', 'Vehicle lanes')->where('occasion.path', '/changes/31')
            ->where('impact', null)->where('alerts', [])->where('lastUpdate', null)->etc());
        $this->post($page->link(), ['answer' => 'yes'])->assertSessionHasNoErrors();

        self::assertSame(Outcome::Acknowledged, $call->refresh()->outcome);
        self::assertSame(
            ['call.started', 'call.step', 'page.queued', 'page.delivered', 'page.opened', 'call.acknowledged'],
            Entry::query()->about('change', 31)->orderBy('seq')->pluck('kind')->all(),
        );
        self::assertSame(0, Entry::query()->about('incident', 31)->whereIn('kind', ['call.started'])->count());
    }

    public function test_nobody_answers_and_it_is_a_decision_until_the_occasion_ends(): void
    {
        $call = $this->started();
        $call->update(['outcome' => Outcome::Exhausted, 'outcome_at' => now()]);

        self::assertSame(
            ['/changes/31', 'CH-0031', 2],
            array_map(static fn(string $of): mixed => Unanswered::all()[0][$of] ?? null, ['link', 'ref', 'priority']),
        );
        $this->actingAs($this->person('ingrid-vale'))
            ->get('/')->assertInertia(fn(Shown $shown) => $shown->where('unanswered.0.ref', 'CH-0031')->etc());
        $this->post("/calls/$call->id/stop", ['why' => 'rolled back by hand'])->assertSessionHasNoErrors();
        self::assertCount(0, Unanswered::all());

        $call->update(['settled_at' => null, 'outcome' => Outcome::Exhausted]);
        $this->occasion->update(['ended_at' => now()]);
        self::assertCount(0, Unanswered::all());
    }

    public function test_an_update_that_is_owed_is_a_clock_and_noticed_when_it_is_late(): void
    {
        $this->occasion->owes(now()->addMinutes(10));
        self::assertContains('Update owed, CH-0031', array_map(static fn($clock): string => $clock->title, (new OwedUpdates)->clocks()));
        $note = app(NoteOverdueUpdates::class);
        $late = static fn(): int => Entry::query()->about('change', 31)->where('kind', 'update.overdue')->count();
        $note(static fn(): bool => true);
        self::assertSame(0, $late());

        $this->travel(11)->minutes();
        $note(static fn(): bool => true);
        $note(static fn(): bool => true);
        self::assertSame(1, $late());
        $this->occasion->owes(now()->addMinutes(10));
        self::assertNull($this->occasion->refresh()->update_overdue_at);
    }

    public function test_it_is_kept_as_its_incident_is(): void
    {
        $incident = \App\Incidents\Incident::factory()->resolved()->createOne();
        $incident->update(['resolved_at' => null, 'title' => 'Told anew', 'priority' => 4]);
        self::assertSame(['Told anew', 4, $incident->ref(), true], [
            $incident->refresh()->occasion->title, $incident->occasion->priority, $incident->occasion->ref, $incident->occasion->isOpen(),
        ]);
        $incident->update(['resolved_at' => now()]);
        self::assertFalse($incident->refresh()->occasion->isOpen());
    }
}
