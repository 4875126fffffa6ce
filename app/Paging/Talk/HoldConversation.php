<?php

declare(strict_types=1);

namespace App\Paging\Talk;

use App\Incidents\Incident;
use App\Platform\Database\Locked;
use App\Platform\Journal\Actor;
use App\Platform\Journal\Journal;
use App\Platform\Outbox\Outbox;
use App\Platform\Person;
use App\Platform\Refused;
use Carbon\CarbonImmutable;
use Illuminate\Support\Str;

/**
 * The conversation of an incident is opened, heard and closed; what is said on either side is read on both. Call it inside a transaction.
 */
final readonly class HoldConversation
{
    private const RANK = 4;

    /** The chat's clock may be behind by so much before it is said that a message came late. */
    private const LATE_SECONDS = 60;

    /** Open, or made. */
    public function open(Incident $incident, Actor $by): Conversation
    {
        Locked::again($incident);
        if (! $incident->isOpen()) {
            throw Refused::because("{$incident->ref()} is resolved.");
        }
        $there = Conversation::of($incident);
        if ($there !== null) {
            return $there;
        }
        $name = strtolower($incident->ref());
        // What was closed goes on where it was: after an incident is reopened people look there.
        $conversation = Conversation::query()->firstOrNew(['name' => $name], ['opened_at' => now()]);
        $conversation->fill(['incident_id' => $incident->id, 'closed_at' => null, 'trouble' => null])->save();
        self::send($conversation, 'open', "{$incident->ref()} {$incident->title}");
        Journal::write(
            $by, TalkEntry::ConversationOpened, [Incident::KIND, $incident->id], ['name' => $name], [Incident::KIND => $incident->id],
        );

        return $conversation;
    }

    /** @throws Refused if there is none to say it in */
    public function say(Incident $incident, string $text, Person $by): void
    {
        Locked::again($incident);
        $conversation = Conversation::of($incident) ?? throw Refused::because(
            $incident->isOpen() ? 'Open the conversation first.' : "{$incident->ref()} is resolved, and its conversation is closed.",
            'text',
        );
        $message = $this->keep($conversation, (string) Str::uuid(), $by, $by->name, $text, CarbonImmutable::now());
        self::send($conversation, 'say', $text, $by, $message->message);
    }

    /** What the chat hands over. What is said after its end is kept too: nothing that was said is lost. */
    public function hear(
        Conversation $conversation, string $message, ?Person $person, string $author, string $text, CarbonImmutable $at,
    ): Message {
        Locked::again($conversation);

        return Message::query()->where('conversation_id', $conversation->id)->where('message', $message)->first()
            ?? $this->keep($conversation, $message, $person, $author, $text, $at->min(now()));
    }

    public function close(Conversation $conversation, string $why): void
    {
        $conversation->update(['closed_at' => now()]);
        self::send($conversation, 'close', $why);
        Journal::write(
            Actor::system(), TalkEntry::ConversationClosed, [Incident::KIND, $conversation->incident_id], ['name' => $conversation->name],
            [Incident::KIND => $conversation->incident_id],
        );
    }

    private function keep(
        Conversation $conversation, string $message, ?Person $person, string $author, string $text, CarbonImmutable $at,
    ): Message {
        $seq = Journal::write(
            $person === null ? Actor::system() : Actor::person($person), TalkEntry::Said, [Incident::KIND, $conversation->incident_id],
            [
                'text' => $text, ...($person === null ? ['author' => $author] : []),
                ...($at->lt(now()->subSeconds(self::LATE_SECONDS)) ? ['said' => $at->toIso8601ZuluString()] : []),
            ],
            [Incident::KIND => $conversation->incident_id],
        );

        return Message::query()->create([
            'conversation_id' => $conversation->id, 'incident_id' => $conversation->incident_id, 'message' => $message, 'seq' => $seq,
            'person_id' => $person?->id, 'said_at' => $at,
        ]);
    }

    private static function send(Conversation $conversation, string $does, string $text, ?Person $by = null, ?string $message = null): void
    {
        $key = $message ?? (string) Str::uuid();
        Outbox::put(TalkMessages::KIND, "talk-$key", [
            'conversation' => $conversation->name, 'does' => $does, 'text' => $text, 'author' => $by->name ?? 'Skarvo', 'message' => $key,
        ], now(), self::RANK);
    }
}
