<?php

declare(strict_types=1);

namespace Tests\Feature\Platform;

use App\Platform\Journal\Entry;
use App\Platform\Journal\PlatformEntry;
use App\Platform\Outbox\Gateway;
use App\Platform\Outbox\Kinds;
use App\Platform\Outbox\Messages;
use App\Platform\Outbox\Outbox;
use App\Platform\Outbox\OutboxMessage;
use App\Platform\Outbox\Sender;
use Illuminate\Database\QueryException;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Http;
use Tests\TestCase;

/** Kinds of messages do not take each other's place. */
final class LanesTest extends TestCase
{
    private static function queue(string $kind, int $many): void
    {
        DB::transaction(static function () use ($kind, $many): void {
            for ($n = 1; $n <= $many; $n++) {
                Outbox::put($kind, "$kind-$n", [], now());
            }
        });
    }

    private static function queueWhatCannotBeClaimed(): void
    {
        DB::transaction(static fn() => Outbox::put('mail', 'next', [], now()));
        DB::statement("create trigger no before update on outbox when new.\"key\" = 'next' begin select raise(abort, 'no'); end");
    }

    public function test_one_that_hangs_fills_its_own_lane_and_no_other(): void
    {
        $hook = new ScriptedMessages('hook', 'hangs', 4);
        $page = new ScriptedMessages('page', 'answers', 8);
        $sender = new Sender(app(Gateway::class), 'x', new Kinds([$hook, $page]));
        self::queue('hook', 100);
        $sender->step(static fn(): bool => true);
        self::queue('page', 20);
        // What became of some is noted together, a moment later.
        $isSent = static fn(): bool => OutboxMessage::query()->where('kind', 'page')->whereNull('sent_at')->doesntExist();
        for ($i = 0; $i < 10_000 && ! $isSent(); $i++) {
            $sender->step(static fn(): bool => true);
        }

        self::assertCount(4, $hook->went, 'As many as its lane holds, and they hang.');
        self::assertCount(20, $page->went);
        self::assertSame(20, OutboxMessage::query()->where('kind', 'page')->whereNotNull('sent_at')->count());
        self::assertSame(0, OutboxMessage::query()->where('kind', 'hook')->whereNotNull('sent_at')->count());
    }

    public function test_what_is_refused_is_tried_again_later_each_time_and_given_up_in_the_end(): void
    {
        $mail = new ScriptedMessages('mail', 'refuses', 4);
        $sender = new Sender(app(Gateway::class), 'x', new Kinds([$mail]));
        self::queue('mail', 1);
        $waits = [];
        for ($i = 0; $i < 200; $i++) {
            $before = count($mail->went);
            $sender->step(static fn(): bool => true);
            $sender->step(static fn(): bool => true);
            if (count($mail->went) > $before) {
                $waits[] = $i;
            }
            $this->later(1);
        }

        self::assertSame([0, 10, 40], $waits, 'After 10 seconds, and 30 more.');
        self::assertSame(['mail-1'], $mail->gaveUp);
        self::assertNotNull(OutboxMessage::query()->sole()->failed_at);
    }

    public function test_a_mail_that_does_not_go_out_is_said_where_it_belongs(): void
    {
        config()->set('skarvo.gateways.mail', 'http://devices.test/mails');
        Http::fake(['devices.test/*' => Http::response(['error' => 'full'], 500)]);
        DB::transaction(static fn() => Outbox::put(
            'mail', 'told',
            ['to' => 'anna@ferry.example', 'subject' => 'Shut', 'text' => 'It is shut.', 'about' => ['incident' => 7]], now(),
        ));
        for ($try = 0; $try < 10; $try++) {
            $this->deliver();
            $this->later(4 * 3600);
        }

        $message = OutboxMessage::query()->sole();
        self::assertNotNull($message->failed_at);
        self::assertSame([[], ["message:$message->id"]], [
            self::entriesOf(PlatformEntry::MailSent), self::entriesOf(PlatformEntry::MailFailed),
        ]);
        self::assertSame(1, Entry::query()->about('incident', 7)->count());
    }

    public function test_what_nobody_knows_how_to_send_stays_and_stops_nothing(): void
    {
        $mail = new ScriptedMessages('mail', 'answers', 4);
        $sender = new Sender(app(Gateway::class), 'x', new Kinds([$mail]));
        self::queue('pigeon', 1);
        self::queue('mail', 1);
        $sender->step(static fn(): bool => true);
        $sender->step(static fn(): bool => true);

        self::assertSame(['mail-1'], $mail->went);
        self::assertNull(OutboxMessage::query()->where('kind', 'pigeon')->sole()->sent_at);
    }

    public function test_what_went_out_is_noted_where_the_next_cannot_be_claimed_and_goes_once(): void
    {
        $mail = new ScriptedMessages('mail', 'answers', 4);
        $sender = new Sender(app(Gateway::class), 'x', new Kinds([$mail]));
        self::queue('mail', 1);
        $sender->step(static fn(): bool => true);
        self::queueWhatCannotBeClaimed();
        self::assertSame(1, $sender->step(static fn(): bool => true));
        self::assertSame(['mail-1'], OutboxMessage::query()->whereNotNull('sent_at')->whereNull('error')->pluck('key')->all());
        try {
            $sender->step(static fn(): bool => true);
            self::fail('That it cannot be claimed is not swallowed.');
        } catch (QueryException) {
            self::assertTrue($sender->isIdle());
        }
        DB::statement('drop trigger no');
        self::assertSame(1, $sender->step(static fn(): bool => true));
        $sender->step(static fn(): bool => true);

        self::assertSame(['mail-1', 'next'], $mail->went);
        self::assertSame(2, OutboxMessage::query()->whereNotNull('sent_at')->whereNull('error')->count());
    }

    public function test_what_one_could_not_note_while_another_had_the_lease_is_kept(): void
    {
        $mail = new ScriptedMessages('mail', 'answers', 4);
        $sender = new Sender(app(Gateway::class), 'x', new Kinds([$mail]));
        self::queue('mail', 2);
        $sender->step(static fn(): bool => true);
        self::queueWhatCannotBeClaimed();
        // Together it fails; of the two by themselves the lease is another's for the first.
        $has = [true, false, true];
        self::assertSame(0, $sender->step(static function () use (&$has): bool {
            return array_shift($has) ?? true;
        }));
        DB::statement('drop trigger no');
        $sender->step(static fn(): bool => true);
        $sender->step(static fn(): bool => true);

        self::assertSame(['mail-1', 'mail-2', 'next'], $mail->went);
        self::assertSame(3, OutboxMessage::query()->whereNotNull('sent_at')->whereNull('error')->count());
    }

    public function test_one_note_and_one_claim_are_one_transaction(): void
    {
        $mail = new ScriptedMessages('mail', 'answers', 4);
        $sender = new Sender(app(Gateway::class), 'x', new Kinds([$mail]));
        self::queue('mail', 1);
        $sender->step(static fn(): bool => true);
        DB::transaction(static fn() => Outbox::put('mail', 'next', [], now()));
        $asked = 0;
        self::assertSame(2, $sender->step(static function () use (&$asked): bool {
            $asked++;

            return true;
        }), 'One is noted, the next is begun.');
        self::assertSame(1, $asked);
    }
}
