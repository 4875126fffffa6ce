<?php

declare(strict_types=1);

namespace Tests\Feature\Tickets;

use App\Platform\Journal\Entry;
use App\Tickets\ForgetReporter;
use App\Tickets\Lesson;
use App\Tickets\Suggestions;
use App\Tickets\Ticket;
use App\Topology\Item;
use Illuminate\Support\Facades\DB;
use Inertia\Testing\AssertableInertia as Shown;
use Skarvo\Incidents\Impact;
use Skarvo\Incidents\Urgency;
use Tests\TestCase;

/** What a ticket is probably about: suggested by its words, and learned from what the desk sets. */
final class SuggestionsTest extends TestCase
{
    use AtTheDesk;

    public function test_a_correction_counts_from_the_next_ticket_on_and_can_be_undone(): void
    {
        $first = $this->reported('The wobbler of the pontoon squeaks', null, ['service' => null]);
        $was = $first->reported()->service_id;
        $other = $was === 'harbour-wireless' ? 'announcements' : 'harbour-wireless';
        self::assertFalse($first->reported()->service_said);
        $this->desk();
        $this->correct($first, ['service' => $other]);
        self::assertTrue($first->reported()->refresh()->service_said);

        $second = $this->reported('A wobbler squeaks again', null, ['service' => null]);
        self::assertSame($other, $second->reported()->service_id);
        $this->desk();
        $this->get('/lessons')->assertInertia(fn(Shown $shown) => $shown
            ->component('Tickets/Lessons')->where('lessons.0.field', 'service')
                ->where('lessons.0.value', Item::query()->findOrFail($other)->name)
            ->where('lessons.0.by', $this->person('mika-sund')->name)->where('lessons.0.undone', false));

        $lesson = Lesson::query()->where('field', 'service')->sole();
        foreach (['once', 'twice'] as $key) {
            $this->post("/lessons/$lesson->id/undo", [], ['X-Request-Key' => $key])->assertSessionHasNoErrors();
        }
        self::assertSame(1, Entry::query()->where('kind', 'lesson.undone')->count());
        self::assertSame($other, $first->reported()->refresh()->service_id);
        $third = $this->reported('This wobbler squeaks too', null, ['service' => null]);
        self::assertSame($was, $third->reported()->service_id);
    }

    public function test_what_is_likely_is_told_with_the_words_that_speak_for_it_until_somebody_has_said(): void
    {
        $ticket = $this->reported('My visa was refused and the till says declined', null, ['service' => 'vehicle-lanes']);
        $this->desk();
        $seen = $this->suggested($ticket)['service'] ?? [];
        self::assertNotSame([], $seen);
        self::assertNotSame('vehicle-lanes', $seen[0]['value']);
        self::assertNotSame([], array_intersect(['visa', 'refused', 'till', 'declined'], $seen[0]['because']));

        $this->correct($ticket, ['service' => $seen[0]['value']]);
        self::assertArrayNotHasKey('service', $this->suggested($ticket));
        $this->correct($ticket, ['service' => 'vehicle-lanes']);
        self::assertArrayNotHasKey('service', $this->suggested($ticket));
    }

    public function test_leaving_a_guessed_service_as_it_is_says_that_it_is_right(): void
    {
        $ticket = $this->reported('The barrier does not lift', null, ['service' => null]);
        $this->desk();
        $this->correct($ticket, []);

        self::assertTrue($ticket->reported()->refresh()->service_said);
        self::assertSame(
            [['service', $ticket->reported()->service_id]],
            Lesson::query()->get()->map(static fn(Lesson $one): array => [$one->field, $one->value])->all()
        );
        // A second time there is nothing to say.
        $this->correct($ticket, []);
        self::assertSame(1, Lesson::query()->count());
        self::assertSame(1, Entry::query()->where('kind', 'ticket.corrected')->count());
    }

    public function test_what_the_reporter_answers_makes_impact_and_urgency(): void
    {
        $ticket = $this->reported('All shut', null, ['stops' => 'all', 'others' => 'many', 'waits' => 'now']);

        self::assertSame([Impact::Wide, Urgency::Now, 1], [$ticket->impact, $ticket->urgency, $ticket->priority]);
        $this->desk();
        $this->get("/tickets/$ticket->id")->assertInertia(fn(Shown $shown) => $shown
            ->where(
                'ticket.said', ['everything has stopped', 'many people, or several places', 'cannot wait']
            )->where('ticket.way', 'by the form'));
        $this->guest()->post('/report', ['service' => 'vehicle-lanes', 'what' => 'x', 'stops' => 'nearly'])
            ->assertSessionHasErrors('stops');
    }

    public function test_things_named_in_the_words_are_found_in_the_estate(): void
    {
        DB::table('item_values')->where(['item_id' => 'clk-2', 'field' => 'serial', 'origin' => 'hand'])->update(['value' => 'EL-7741-X']);
        $ticket = $this->reported('It says EL-7741-x and then GATE-HAVRE-3 at 07:15', null);
        $this->desk();
        $items = [];
        $this->get("/tickets/$ticket->id")->assertInertia(function (Shown $shown) use (&$items): void {
            $items = (array) data_get($shown->toArray(), 'props.ticket.items');
        });

        self::assertSame([['clk-2', 'el-7741-x'], ['gate-havre-3', 'gate-havre-3']], array_map(
            static fn(array $one): array => [$one['id'], $one['read']], $items,
        ));
        $this->correct($ticket, ['item' => 'clk-2']);
        self::assertSame(['gate-havre-3'], array_column($this->itemsOf($ticket), 'id'));
    }

    public function test_an_item_that_stands_elsewhere_is_not_suggested(): void
    {
        $past = [
            'barrier-ask' => ['Ask', 'The wobbly arm hangs'], 'barrier-havre' => ['Havre', 'The wobbly arm hangs'],
            'clk-2' => ['Ask', 'Late'], 'clk-1' => ['Ask', 'Slow'],
        ];
        foreach ($past as $item => [$place, $what]) {
            $past = $this->reported($what, null, ['site' => $place]);
            $this->desk();
            $this->correct($past, ['item' => $item]);
        }
        $ticket = $this->reported('A wobbly arm hangs', null, ['site' => 'Ask quay']);
        $this->desk();

        self::assertSame(['barrier-ask'], array_column($this->suggested($ticket)['item'], 'value'));
        $ticket->reported()->update(['site' => null]);
        self::assertEqualsCanonicalizing(
            ['barrier-ask', 'barrier-havre'], array_slice(array_column($this->suggested($ticket)['item'], 'value'), 0, 2)
        );
    }

    public function test_what_was_erased_is_forgotten_here_too(): void
    {
        $ticket = $this->reported('The wobbler squeaks', null, ['service' => 'announcements']);
        $this->desk();
        $this->post('/tickets/close', ['tickets' => [$ticket->id]])->assertSessionHasNoErrors();
        $because = static fn(): array => array_merge(...array_column(Suggestions::of('wobbler', null)['service'], 'because'));
        self::assertContains('wobbler', $because());

        DB::transaction(static fn() => (new ForgetReporter)($ticket, \App\Platform\Journal\Actor::system(), 'x'));
        self::assertSame([], $because());
    }

    /** @return array<string, list<array{value: string, because: list<string>}>> choices by field */
    private function suggested(Ticket $ticket): array
    {
        $suggested = [];
        $this->get("/tickets/$ticket->id")->assertInertia(function (Shown $shown) use (&$suggested): void {
            $suggested = array_column((array) data_get($shown->toArray(), 'props.ticket.suggested'), 'choices', 'field');
        });

        return $suggested;
    }

    /** @return list<array{id: string}> */
    private function itemsOf(Ticket $ticket): array
    {
        $items = [];
        $this->get("/tickets/$ticket->id")->assertInertia(function (Shown $shown) use (&$items): void {
            $items = array_values((array) data_get($shown->toArray(), 'props.ticket.items'));
        });

        return $items;
    }
}
