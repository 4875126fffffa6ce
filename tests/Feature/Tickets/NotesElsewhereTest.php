<?php

declare(strict_types=1);

namespace Tests\Feature\Tickets;

use App\Incidents\Incident;
use App\Incidents\Link;
use App\Incidents\LinkKind;
use App\Paging\Talk\Conversation;
use App\Tickets\Notes\NotesElsewhere;
use App\Tickets\Steps\Task;
use App\Tickets\Ticket;
use App\Tickets\TicketPost;
use App\Updates\Cards\Card;
use Inertia\Testing\AssertableInertia as Shown;
use Random\Engine\Mt19937;
use Random\Randomizer;
use Tests\TestCase;

/** What was written on linked records is seen here by the organisation's rules, and nowhere outside. */
final class NotesElsewhereTest extends TestCase
{
    use AtTheDesk;

    private Incident $incident;

    private Ticket $one;

    private Ticket $two;

    protected function setUp(): void
    {
        parent::setUp();
        [$this->one, $this->two] = [$this->reported('Shut at Ask', 'a@ferry.example'), $this->reported('Shut at Havre', 'b@ferry.example')];
        $this->incident = Incident::factory()->create(['service_id' => 'vehicle-lanes', 'title' => 'Lanes']);
        $this->desk();
    }

    private function say(Ticket $ticket, string $text, bool $internal): void
    {
        $this->post(
            "/tickets/$ticket->id/answer", ['text' => $text, 'internal' => $internal, 'waits' => false],
            ['X-Request-Key' => bin2hex(random_bytes(4))]
        )
            ->assertSessionHasNoErrors();
    }

    private function note(string $text): void
    {
        $person = $this->person('ingrid-vale');
        $this->actingAs($person)->post(
            "/incidents/{$this->incident->id}/notes", ['text' => $text, 'kind' => 'note'], ['X-Request-Key' => bin2hex(random_bytes(4))]
        )
            ->assertSessionHasNoErrors();
        $this->desk();
    }

    private function link(Ticket ...$tickets): void
    {
        $this->post('/tickets/link', [
            'tickets' => array_map(static fn(Ticket $one): int => $one->id, $tickets), 'incident' => $this->incident->id,
        ], [
            'X-Request-Key' => bin2hex(random_bytes(4)),
        ])->assertSessionHasNoErrors();
    }

    /** @return list<array{string, string, bool}> where it stands, the words, whether it is internal; the first first */
    private function on(Incident|Ticket $record, string $reader = 'mika-sund'): array
    {
        return array_reverse(array_map(
            static fn(array $one): array => [$one['ref'], $one['text'], $one['internal']],
            NotesElsewhere::on($record->refresh(), $this->person($reader)),
        ));
    }

    public function test_notes_go_up_and_down_and_never_to_a_sibling(): void
    {
        $this->note('The reader hangs');
        $this->later(60);
        $this->link($this->one, $this->two);
        $this->later(60);
        $this->say($this->one, 'Ask has the old reader', true);
        $this->later(60);
        $this->say($this->two, 'Use lane 2, please', false);
        $this->later(60);
        $this->note('Restarting it');
        [$ref, $one, $two] = [$this->incident->ref(), $this->one->ref(), $this->two->ref()];
        self::assertSame([[$one, 'Ask has the old reader', true], [$two, 'Use lane 2, please', false]], $this->on($this->incident));
        self::assertSame([[$ref, 'The reader hangs', true], [$ref, 'Restarting it', true]], $this->on($this->one));
        self::assertSame([[$ref, 'The reader hangs', true], [$ref, 'Restarting it', true]], $this->on($this->two));
        // Helpers read their tasks, and no words of tickets.
        self::assertSame([], $this->on($this->incident, 'noor-lind'));
        $this->get("/tickets/{$this->one->id}")->assertInertia(
            static fn(Shown $shown) => $shown->has('ticket.elsewhere', 2)->where('ticket.elsewhere.0.text', 'Restarting it')
        );
        $room = "/incidents/{$this->incident->id}";
        $this->get($room)->assertInertia(static fn(Shown $shown) => $shown->missing('elsewhere'));
        $this->get($room)->assertInertia(
            static fn(Shown $shown) => $shown->reloadOnly('elsewhere', static fn(Shown $again) => $again->has('elsewhere', 2))
        );
    }

    public function test_what_was_written_while_they_were_linked_stays_and_what_came_after_does_not(): void
    {
        $this->link($this->one);
        $this->later(60);
        $this->note('While it was linked');
        $this->later(60);
        $this->actingAs($this->person('ingrid-vale'))
            ->post("/reports/{$this->one->report_id}/unlink", ['why' => 'Not it'], ['X-Request-Key' => 'u'])->assertSessionHasNoErrors();
        $this->later(60);
        $this->note('After it was not');
        self::assertSame([[$this->incident->ref(), 'While it was linked', true]], $this->on($this->one));
        // Made and undone within a second, it held at no time; what was erased is not told.
        $this->link($this->two);
        $this->say($this->one, 'Anna called', true);
        $this->actingAs($this->person('ingrid-vale'))
            ->post("/reports/{$this->two->report_id}/unlink", ['why' => 'Not it'], ['X-Request-Key' => 'v'])->assertSessionHasNoErrors();
        self::assertSame([], $this->on($this->two));
        $this->desk();
        $this->link($this->one);
        self::assertSame([[$this->one->ref(), 'Anna called', true]], $this->on($this->incident));
        TicketPost::query()->update(['text' => null]);
        self::assertSame([], $this->on($this->incident));
    }

    public function test_tasks_hear_of_what_they_belong_to_and_the_other_way(): void
    {
        $this->link($this->one);
        $this->post("/tickets/{$this->one->id}/tasks", ['text' => 'Lift the arm', 'team' => 'lanes'], ['X-Request-Key' => 't'])
            ->assertSessionHasNoErrors();
        $own = Task::query()->sole()->own ?? new Ticket;
        $this->later(60);
        $this->say($own, 'It is bent', true);
        $this->later(60);
        $this->note('All arms are bent');
        self::assertSame([[$own->ref(), 'It is bent', true]], $this->on($this->incident));
        self::assertSame([[$this->incident->ref(), 'All arms are bent', true]], $this->on($own));
        self::assertSame([[$own->ref(), 'It is bent', true], [$this->incident->ref(), 'All arms are bent', true]], $this->on($this->one));
    }

    public function test_notes_of_a_major_incident_are_seen_on_what_is_under_it_and_its_tickets_and_the_other_way(): void
    {
        $child = Incident::factory()->create(['title' => 'Ask', 'service_id' => null]);
        $this->incident->update(['major_at' => now()]);
        $this->later(60);
        Link::tie([Incident::KIND, $child->id], [Incident::KIND, $this->incident->id], LinkKind::Under);
        $this->post('/tickets/link', ['tickets' => [$this->one->id], 'incident' => $child->id], ['X-Request-Key' => 'child'])
            ->assertSessionHasNoErrors();
        $this->later(60);
        $this->note('Clock is set');
        $this->later(60);
        $this->say($this->one, 'It opens', true);
        $this->later(60);
        self::assertContains([$this->incident->ref(), 'Clock is set', true], $this->on($child));
        self::assertContains([$this->incident->ref(), 'Clock is set', true], $this->on($this->one));
        self::assertContains([$this->one->ref(), 'It opens', true], $this->on($this->incident));
        self::assertNotContains([$this->one->ref(), 'It opens', true], $this->on($this->two));
    }

    public function test_the_organisation_says_what_is_seen_where(): void
    {
        $this->note('Before');
        $this->later(60);
        $this->link($this->one);
        $this->later(60);
        $this->say($this->one, 'Inside', true);
        $this->later(1);
        $this->say($this->one, 'Outside', false);
        $this->note('Since');
        $rules = static fn(bool $internal, bool $public, bool $earlier): array => array_map(static fn(string $way): array => [
            'link' => 'about', 'way' => $way, 'internal' => $internal, 'public' => $public, 'earlier' => $earlier,
        ], ['down', 'up']);
        $this->post('/settings/notes', ['rules' => $rules(false, true, false), 'version' => 0])->assertForbidden();
        $change = fn(array $rules, int $version) => $this->actingAs($this->person('per-strand'))
            ->post('/settings/notes', ['rules' => $rules, 'version' => $version]);
        $change($rules(false, true, true), 0)->assertSessionHasNoErrors();
        self::assertSame([[$this->one->ref(), 'Outside', false]], $this->on($this->incident));
        self::assertSame([], $this->on($this->one));
        $change($rules(true, false, false), 0)->assertSessionHasErrors('action');
        $change($rules(true, false, false), 1)->assertSessionHasNoErrors();
        self::assertSame([[$this->one->ref(), 'Inside', true]], $this->on($this->incident));
        self::assertSame([[$this->incident->ref(), 'Since', true]], $this->on($this->one));
        $change([['link' => 'about', 'way' => 'both', 'internal' => true, 'public' => true, 'earlier' => true]], 2)
            ->assertSessionHasErrors('rules.0.way');
        $change([['link' => 'nonsense', 'way' => 'up', 'internal' => true, 'public' => true, 'earlier' => true]], 2)
            ->assertSessionHasErrors('rules.0.link');
        $this->get('/settings/notes')->assertInertia(
            static fn(Shown $shown) => $shown->has('rules', 6)->where('rules.0.public', false)->where('rules.3.internal', true)
        );
    }

    public function test_no_internal_word_reaches_whoever_reports_over_random_links_rules_and_notes(): void
    {
        // An address for somebody without an account, one for a calendar, and a place where people talk among themselves.
        $this->actingAs($this->person('ingrid-vale'))
            ->post("/incidents/{$this->incident->id}/cards", ['for' => 'Harbour master', 'hours' => 24], ['X-Request-Key' => 'card']);
        $card = Card::query()->sole()->token;
        $this->post('/feeds', ['kind' => 'rota', 'rota' => 'platform']);
        $feed = (string) parse_url((string) session('feed'), PHP_URL_PATH);
        Conversation::query()->create(['incident_id' => $this->incident->id, 'name' => 'inside', 'opened_at' => now()]);
        $this->desk();
        $internal = 0;
        for ($seed = 0; $seed < 6; $seed++) {
            $dice = new Randomizer(new Mt19937($seed));
            foreach ([$this->one, $this->two] as $ticket) {
                $linked = Link::query()->holds()->where('from_id', $ticket->report_id)->where('kind', 'about')->exists();
                if (! $linked && $dice->getInt(0, 2) > 0) {
                    $this->link($ticket);
                } elseif ($linked && $dice->getInt(0, 2) === 0) {
                    $this->actingAs($this->person('ingrid-vale'))
                        ->post("/reports/$ticket->report_id/unlink", ['why' => 'x'], ['X-Request-Key' => "u$seed-$ticket->id"]);
                    $this->desk();
                }
                $this->say($ticket, $dice->getInt(0, 1) === 1 ? "INSIDE $seed" : "said $seed", true);
                $this->say($ticket, "outside $seed", false);
            }
            $this->note("INSIDE note $seed");
            $room = "/incidents/{$this->incident->id}";
            $this->actingAs($this->person('ingrid-vale'));
            foreach ([
                "$room/talk/say" => ['text' => "INSIDE talk $seed"],
                "$room/hypotheses" => ['text' => "INSIDE cause $seed", 'check' => 'INSIDE'],
                "$room/tasks" => ['text' => "INSIDE task $seed", 'team' => 'lanes'],
                "$room/options" => ['kind' => 'wait', 'text' => "INSIDE option $seed", 'risk' => 'INSIDE', 'items' => []],
                "$room/estimate" => ['at' => now()->addHour()->toIso8601String(), 'why' => 'INSIDE', 'seen' => $seed],
            ] as $path => $body) {
                $this->post($path, $body, ['X-Request-Key' => "$path-$seed"])->assertSessionHasNoErrors();
            }
            $this->actingAs(
                $this->person('per-strand')
            )->post('/settings/notes', ['version' => $seed, 'rules' => array_map(static fn(string $way): array => [
                'link' => 'about', 'way' => $way, 'internal' => $dice->getInt(0, 3) > 0, 'public' => $dice->getInt(0, 1) === 1,
                'earlier' => true,
            ], ['down', 'up'])])->assertSessionHasNoErrors();
            $this->desk();
            $this->later(30);
            $this->deliver();
            $internal += count(array_filter($this->on($this->incident), static fn(array $one): bool => $one[2]));
            foreach ([$this->one, $this->two] as $ticket) {
                $internal += count(array_filter($this->on($ticket), static fn(array $one): bool => $one[2]));
                $shown = (string) $this->get('/report/'.$ticket->reported()->key())->getContent();
                self::assertStringNotContainsString('INSIDE', $shown);
            }
            foreach (['/status', "/card/$card", $feed, '/report', "/report?incident={$this->incident->id}"] as $way) {
                self::assertStringNotContainsString('INSIDE', (string) $this->get($way)->getContent(), $way);
            }
            self::assertSame(
                0,
                \Illuminate\Support\Facades\DB::table('outbox')->whereIn('kind', ['mail', 'chat', 'translation'])
                    ->where('payload', 'like', '%INSIDE%')->count()
            );
        }
        self::assertGreaterThan(20, $internal, 'There was something to leak.');
        self::assertGreaterThan(5, TicketPost::query()->where('text', 'like', 'INSIDE%')->count());
    }
}
