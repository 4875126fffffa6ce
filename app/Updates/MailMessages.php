<?php

declare(strict_types=1);

namespace App\Updates;

use App\Platform\Journal\Actor;
use App\Platform\Journal\Journal;
use App\Platform\Messages;
use App\Platform\OutboxMessage;

/** Mail on its way to somebody outside. */
final class MailMessages implements Messages
{
    public function body(OutboxMessage $message): array
    {
        return array_intersect_key($message->payload, ['to' => true, 'subject' => true, 'text' => true]);
    }

    public function sent(OutboxMessage $message): void
    {
        $this->tell('mail.sent', $message, '');
    }

    public function failed(OutboxMessage $message, string $error): void
    {
        $this->tell('mail.failed', $message, $error);
    }

    private function tell(string $kind, OutboxMessage $message, string $error): void
    {
        $incident = $message->payload['incident'] ?? null;
        Journal::write(Actor::system(), $kind, ['message', $message->id], [
            'to' => $message->payload['to'], 'subject' => $message->payload['subject'], 'error' => $error,
        ], is_int($incident) ? $incident : null);
    }
}
