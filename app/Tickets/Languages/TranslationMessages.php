<?php

declare(strict_types=1);

namespace App\Tickets\Languages;

use App\Platform\Journal\Actor;
use App\Platform\Journal\Journal;
use App\Platform\Outbox\Endpoint;
use App\Platform\Outbox\Gateway;
use App\Platform\Outbox\GoesAlone;
use App\Platform\Outbox\Messages;
use App\Platform\Outbox\OutboxMessage;
use App\Tickets\Suggestions;
use App\Tickets\TellReporter;
use App\Tickets\Ticket;
use App\Tickets\TicketEntry;
use App\Tickets\TicketPost;
use Illuminate\Support\Facades\DB;
use Skarvo\Tickets\Phrase;
use Skarvo\Time\Backoff;
use Skarvo\Value\Language;

/**
 * Texts on their way to a translator, and what comes of them. Whoever waits for an answer gets it in any case: translated,
 * or as it was written where the translator fails.
 */
final readonly class TranslationMessages implements Messages
{
    use GoesAlone;

    /** Somebody waits for what it says. */
    private const ATTEMPTS = 3;

    private const AT_ONCE = 8;

    private const LONGEST = 8000;

    public function __construct(private Gateway $gateway) {}

    public function kind(): string
    {
        return 'translation';
    }

    public function send(array $messages): array
    {
        $sending = [];
        foreach ($messages as $message) {
            $asked = array_intersect_key($message->payload, ['text' => true, 'from' => true, 'to' => true]);
            $sending[$message->id] = $this->gateway->post(Endpoint::gateway('translator'), $asked, $message->key);
        }

        return $sending;
    }

    public function mostAtOnce(): int
    {
        return self::AT_ONCE;
    }

    public function backoff(OutboxMessage $message): Backoff
    {
        return Backoff::patient(self::ATTEMPTS);
    }

    public function sent(array $sent): void
    {
        foreach ($sent as [$message, $answer]) {
            $ticket = self::ticket($message);
            $text = is_string($answer['text'] ?? null) ? mb_substr(trim($answer['text']), 0, self::LONGEST) : '';
            if (is_int($message->payload['update'] ?? null) && $text !== '') {
                // One that answers twice is heard once.
                DB::table('update_translations')->where('update_id', $message->payload['update'])->where('to', self::text($message, 'to'))
                    ->whereNull('text')->update(['text' => $text, 'at' => now()]);

                continue;
            }
            $from = Language::of(is_string($answer['from'] ?? null) ? $answer['from'] : '') ?? Language::of(self::text($message, 'from'));
            if ($ticket === null) {
                continue;
            }
            if ($text === '' || $from === null) {
                $this->without($ticket, $message, 'it said nothing that could be read');

                continue;
            }
            $this->keep($ticket, $message, $from, $text);
        }
    }

    public function failed(OutboxMessage $message, string $error): void
    {
        $ticket = self::ticket($message);
        if ($ticket !== null) {
            $this->without($ticket, $message, $error);
        }
    }

    private function keep(Ticket $ticket, OutboxMessage $message, Language $from, string $text): void
    {
        $to = self::text($message, 'to');
        if ($to === Translator::own()->value && $ticket->reported()->language === null) {
            $ticket->reported()->update(['language' => $from->value]);
        }
        // Nobody said which service it is: what the words mean is known only now.
        if ($from->value !== $to && self::post($message) === 0 && ! $ticket->reported()->service_said) {
            $ticket->reported()
                ->update(['service_id' => Suggestions::service($text, $ticket->reported()->site) ?? $ticket->reported()->service_id]);
        }
        if ($from->value !== $to) {
            // A translator that answers twice says it once; what somebody corrected stays.
            $kept = Translation::query()->firstOrCreate(
                ['ticket_id' => $ticket->id, 'post_id' => self::post($message), 'to' => $to],
                ['from' => $from->value, 'text' => $text, 'at' => now()],
            );
            if ($kept->wasRecentlyCreated) {
                Journal::write(Actor::system(), TicketEntry::Translated, $ticket->subject(), [
                    'ref' => $ticket->ref(), 'from' => $from->value, 'to' => $to,
                ], ['report' => $ticket->report_id]);
            }
        }
        self::tellOn($ticket, $message, $from->value === $to ? null : $text);
    }

    private function without(Ticket $ticket, OutboxMessage $message, string $error): void
    {
        $its = ['ticket_id' => $ticket->id, 'post_id' => self::post($message), 'to' => self::text($message, 'to')];
        if (Translation::query()->where($its)->exists()) {
            // What it said before stands.
            return;
        }
        Journal::write(
            Actor::system(), TicketEntry::NotTranslated, $ticket->subject(), ['ref' => $ticket->ref(), 'error' => $error],
            ['report' => $ticket->report_id],
        );
        self::tellOn($ticket, $message, null);
    }

    /** The message to the reporter that waited for this. */
    private static function tellOn(Ticket $ticket, OutboxMessage $message, ?string $translated): void
    {
        $then = $message->payload['then'] ?? null;
        $post = TicketPost::query()->where('ticket_id', $ticket->id)->where('is_internal', false)->find(self::post($message));
        if (! is_array($then) || ! $post instanceof TicketPost || $post->text === null) {
            return;
        }
        $phrase = static fn(string $name): ?Phrase => Phrase::tryFrom(is_string($then[$name] ?? null) ? $then[$name] : '');
        TellReporter::put(
            $ticket, is_string($then['key'] ?? null) ? $then['key'] : "ticket-post-$post->id", $phrase('subject') ?? Phrase::About,
            ($translated === null ? '' : "$translated\n\n---\n").$post->text, $phrase('ends') ?? Phrase::AnswerHere,
        );
    }

    private static function ticket(OutboxMessage $message): ?Ticket
    {
        $id = $message->payload['ticket'] ?? 0;

        return Ticket::query()->with('report')->find(is_int($id) ? $id : 0);
    }

    private static function post(OutboxMessage $message): int
    {
        $post = $message->payload['post'] ?? 0;

        return is_int($post) ? $post : 0;
    }

    private static function text(OutboxMessage $message, string $name): string
    {
        $text = $message->payload[$name] ?? '';

        return is_string($text) ? $text : '';
    }
}
