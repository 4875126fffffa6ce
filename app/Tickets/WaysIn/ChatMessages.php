<?php

declare(strict_types=1);

namespace App\Tickets\WaysIn;

use App\Platform\Journal\Actor;
use App\Platform\Journal\Journal;
use App\Platform\Outbox\Endpoint;
use App\Platform\Outbox\Gateway;
use App\Platform\Outbox\GoesAlone;
use App\Platform\Outbox\Messages;
use App\Platform\Outbox\OutboxMessage;
use App\Tickets\Ticket;
use App\Tickets\TicketEntry;
use Skarvo\Time\Backoff;

/** What the desk says, on its way into the thread of a chat in which a ticket began. */
final readonly class ChatMessages implements Messages
{
    use GoesAlone;

    private const ATTEMPTS = 6;

    private const AT_ONCE = 16;

    public function __construct(private Gateway $gateway) {}

    public function kind(): string
    {
        return 'chat';
    }

    public function send(array $messages): array
    {
        $sending = [];
        foreach ($messages as $message) {
            $said = array_intersect_key($message->payload, ['channel' => true, 'thread' => true, 'text' => true]);
            $sending[$message->id] = $this->gateway->post(Endpoint::gateway('chat'), $said, $message->key);
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

    public function sent(array $sent): void {}

    public function failed(OutboxMessage $message, string $error): void
    {
        $id = $message->payload['ticket'] ?? 0;
        $ticket = Ticket::query()->find(is_int($id) ? $id : 0);
        if ($ticket !== null) {
            Journal::write(
                Actor::system(), TicketEntry::ChatFailed, $ticket->subject(), ['ref' => $ticket->ref(), 'error' => $error],
                ['report' => $ticket->report_id],
            );
        }
    }
}
