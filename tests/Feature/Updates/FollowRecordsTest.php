<?php

declare(strict_types=1);

namespace Tests\Feature\Updates;

use App\Platform\Journal\Actor;
use App\Platform\Journal\Journal;
use App\Tickets\Ticket;
use App\Tickets\TicketEntry;
use App\Updates\Following\TellRecordFollowers;
use Illuminate\Support\Facades\DB;
use PHPUnit\Framework\Attributes\TestWith;
use Tests\Feature\Changes\PlansChanges;
use Tests\TestCase;

/** Whoever signs in follows a ticket or a change with one key, and is mailed what happens to it. */
final class FollowRecordsTest extends TestCase
{
    use PlansChanges;

    private Ticket $ticket;

    private TellRecordFollowers $tell;

    protected function setUp(): void
    {
        parent::setUp();
        $this->post(
            '/report',
            ['service' => 'booking', 'what' => 'No seats are found', 'name' => 'Bo', 'email' => 'bo@example.com', 'site' => 'Ask']
        )
            ->assertSessionHasNoErrors();
        $this->ticket = Ticket::query()->latest('id')->firstOrFail();
        $this->tell = new TellRecordFollowers;
    }

    private function follow(string $person, string $kind, int $id, bool $follow = true): void
    {
        $this->actingAs($this->person($person))->postJson('/follows/record', ['kind' => $kind, 'id' => $id, 'follow' => $follow])
            ->assertOk()->assertExactJson(['follows' => $follow, 'hasAddress' => true]);
        $this->getJson("/follows/record?kind=$kind&id=$id")->assertOk()->assertJsonPath('follows', $follow);
    }

    private function note(string $text, string $by = 'lotte-krone'): void
    {
        $this->actingAs($this->person($by))
            ->post("/tickets/{$this->ticket->id}/answer", ['text' => $text, 'internal' => true], ['X-Request-Key' => uniqid()])
            ->assertSessionHasNoErrors();
    }

    /** @return list<array{to: string, subject: string, text: string}> since it was looked last */
    private function mails(): array
    {
        while (($this->tell)(static fn(): bool => true) > 0) {
        }
        $rows = DB::table('outbox')->where('kind', 'mail')->where('key', 'like', 'follows-%')->orderBy('id')->get();
        DB::table('outbox')->whereIn('id', $rows->pluck('id'))->delete();

        /** @var list<array{to: string, subject: string, text: string}> */
        return array_values(
            $rows->map(static fn(\stdClass $row): mixed => json_decode((string) $row->payload, true, flags: JSON_THROW_ON_ERROR))->all()
        );
    }

    public function test_what_happens_to_a_ticket_is_mailed_in_one_once_nobody_is_at_it_any_more(): void
    {
        $this->follow('ingrid-vale', 'ticket', $this->ticket->id);
        $this->note('Looked at the log');
        $this->later(20);
        $this->note('It is the cache');
        self::assertSame([], $this->mails(), 'Somebody may still be at it.');
        $this->later(29);
        self::assertSame([], $this->mails());
        $this->later(1);
        [$mail] = $this->mails();

        self::assertSame($this->person('ingrid-vale')->email, $mail['to']);
        self::assertStringContainsString("{$this->ticket->ref()} No seats are found", $mail['subject']);
        self::assertStringContainsString(url("/tickets/{$this->ticket->id}"), $mail['text']);
        self::assertMatchesRegularExpression('/09:00 CET .*\(Lotte Krone\)\n09:00 CET .*\(Lotte Krone\)\n/', $mail['text']);
        $this->later(3600);
        self::assertSame([], $this->mails(), 'Told once.');
    }

    public function test_whoever_goes_on_and_on_holds_it_up_three_minutes_at_most(): void
    {
        $this->follow('ingrid-vale', 'ticket', $this->ticket->id);
        for ($n = 0; $n < 8; $n++) {
            $this->note("Note $n");
            self::assertSame([], $this->mails());
            $this->later(25);
        }
        self::assertCount(1, $this->mails(), 'The first is from 200 seconds ago.');
    }

    public function test_what_they_did_themselves_they_know(): void
    {
        $this->follow('lotte-krone', 'ticket', $this->ticket->id);
        $this->follow('ingrid-vale', 'ticket', $this->ticket->id);
        $this->note('Mine');
        $this->later(60);
        self::assertSame([$this->person('ingrid-vale')->email], array_column($this->mails(), 'to'));
    }

    public function test_who_follows_no_more_has_left_or_may_not_read_it_any_more_is_told_nothing(): void
    {
        foreach (['ingrid-vale', 'mika-sund', 'ada-holm'] as $person) {
            $this->follow($person, 'ticket', $this->ticket->id);
            $this->follow($person, 'ticket', $this->ticket->id);
        }
        self::assertSame(3, DB::table('record_followers')->count());
        $this->follow('ingrid-vale', 'ticket', $this->ticket->id, false);
        $this->follow('ingrid-vale', 'ticket', $this->ticket->id, false);
        $this->person('mika-sund')->update(['left_at' => now()]);
        $this->person('ada-holm')->update(['roles' => ['responder']]);
        $this->note('Something');
        $this->later(60);

        self::assertSame([], $this->mails());
        self::assertSame(0, DB::table('record_followers')->count(), 'Nobody is kept for nothing.');
    }

    public function test_a_translation_is_no_news(): void
    {
        $this->follow('ingrid-vale', 'ticket', $this->ticket->id);
        Journal::write(Actor::system(), TicketEntry::Translated, ['ticket', $this->ticket->id], ['from' => 'no', 'to' => 'en']);
        $this->later(60);
        self::assertSame([], $this->mails());
        self::assertSame(Journal::head(), (int) DB::table('record_followers')->value('told_seq'));
    }

    public function test_of_very_much_the_last_is_told(): void
    {
        $this->follow('ingrid-vale', 'ticket', $this->ticket->id);
        for ($n = 1; $n <= 45; $n++) {
            $this->later($n === 6 ? 60 : 0);
            Journal::write(
                Actor::person($this->person('lotte-krone')), TicketEntry::HandedOver, ['ticket', $this->ticket->id],
                ['to' => "Desk $n", 'text' => "for reason $n."]
            );
        }
        $this->later(60);
        [$mail] = $this->mails();
        self::assertStringContainsString("5 more before these.\n", $mail['text']);
        self::assertSame([0, 40], [substr_count($mail['text'], '09:00 CET'), substr_count($mail['text'], '09:01 CET')]);
    }

    public function test_what_stood_there_before_is_not_told(): void
    {
        $this->note('Long ago');
        $this->later(60);
        $this->follow('ingrid-vale', 'ticket', $this->ticket->id);
        self::assertSame([], $this->mails());
        self::assertSame(Journal::head(), (int) DB::table('record_followers')->value('told_seq'));
    }

    public function test_a_change_is_followed_as_well(): void
    {
        $this->actingAs($this->person('ingrid-vale'));
        $change = $this->planned();
        $this->follow('noor-lind', 'change', $change->id);
        $this->actingAs($this->person('ingrid-vale'));
        $this->go($change, 'cancel', 'No boat')->assertSessionHasNoErrors();
        $this->later(60);
        [$mail] = $this->mails();

        self::assertSame("{$change->ref()} $change->title", $mail['subject']);
        self::assertStringContainsString('No boat', $mail['text']);
        self::assertStringContainsString(url("/changes/$change->id"), $mail['text']);
    }

    public function test_what_is_not_theirs_is_for_them_not_there(): void
    {
        $this->actingAs($this->person('noor-lind'));
        $this->getJson("/follows/record?kind=ticket&id={$this->ticket->id}")->assertNotFound();
        $this->postJson('/follows/record', ['kind' => 'ticket', 'id' => $this->ticket->id, 'follow' => true])->assertNotFound();
        self::assertSame(0, DB::table('record_followers')->count());
    }

    #[TestWith([['kind' => 'person', 'id' => 1, 'follow' => true], 404])]
    #[TestWith([['kind' => 'change', 'id' => 999999, 'follow' => true], 404])]
    #[TestWith([['kind' => "\xff", 'id' => 1, 'follow' => true], 422])]
    #[TestWith([['kind' => ['x'], 'id' => 1, 'follow' => true], 422])]
    #[TestWith([['kind' => 'ticket', 'id' => '1; drop', 'follow' => true], 422])]
    #[TestWith([['kind' => 'ticket', 'id' => 1], 422])]
    public function test_nonsense_is_refused(mixed $sent, int $status): void
    {
        $this->actingAs($this->person('ingrid-vale'));
        $this->postJson('/follows/record', (array) $sent)->assertStatus($status);
        self::assertSame(0, DB::table('record_followers')->count());
    }
}
