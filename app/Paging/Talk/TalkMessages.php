<?php

declare(strict_types=1);

namespace App\Paging\Talk;

use App\Incidents\Incident;
use App\Platform\Journal\Actor;
use App\Platform\Journal\Journal;
use App\Platform\Outbox\Endpoint;
use App\Platform\Outbox\Gateway;
use App\Platform\Outbox\GoesAlone;
use App\Platform\Outbox\Messages;
use App\Platform\Outbox\OutboxMessage;
use Skarvo\Time\Backoff;

/** What is said in the room, on its way into the conversation in the chat. */
final readonly class TalkMessages implements Messages
{
    use GoesAlone;

    public const KIND = 'talk';

    private const ATTEMPTS = 6;

    private const AT_ONCE = 8;

    public function __construct(private Gateway $gateway) {}

    public static function isPossible(): bool
    {
        return Endpoint::gateway('conversation')->isSet();
    }

    public function kind(): string
    {
        return self::KIND;
    }

    public function send(array $messages): array
    {
        $sending = [];
        foreach ($messages as $message) {
            $sending[$message->id] = $this->gateway->post(Endpoint::gateway('conversation'), $message->payload, $message->key);
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
        $names = array_unique(array_map(
            static fn(array $one): string => is_string($name = $one[0]->payload['conversation'] ?? null) ? $name : '', $sent,
        ));
        Conversation::query()->whereIn('name', $names)->whereNotNull('trouble')->update(['trouble' => null]);
    }

    public function failed(OutboxMessage $message, string $error): void
    {
        $name = $message->payload['conversation'] ?? null;
        $conversation = Conversation::query()->where('name', is_string($name) ? $name : '')->first();
        if ($conversation !== null) {
            $conversation->update(['trouble' => $error]);
            Journal::write(
                Actor::system(), TalkEntry::ConversationFailed, [Incident::KIND, $conversation->incident_id], ['error' => $error],
                [Incident::KIND => $conversation->incident_id],
            );
        }
    }
}
