<?php

declare(strict_types=1);

namespace App\Platform\Outbox;

use App\Platform\Contracts\EntryKind;
use App\Platform\Journal\Actor;
use App\Platform\Journal\Journal;
use App\Platform\Journal\PlatformEntry;
use Skarvo\Time\Backoff;

/** Mail on its way to somebody outside. */
final class MailMessages implements Messages
{
    use GoesAlone;

    private const ATTEMPTS = 6;

    private const AT_ONCE = 32;

    public function __construct(private readonly StartMails $start) {}

    public function kind(): string
    {
        return 'mail';
    }

    public function send(array $messages): array
    {
        $mails = [];
        foreach ($messages as $message) {
            $text = static fn(string $name): string => is_string($message->payload[$name] ?? null) ? $message->payload[$name] : '';
            $id = $message->payload['message_id'] ?? null;
            $mails[$message->id] = [
                'to' => $text('to'), 'subject' => $text('subject'), 'text' => $text('text'), 'key' => $message->key,
                ...(is_string($id) ? ['message_id' => $id] : []),
                ...(is_bool($message->payload['automatic'] ?? null) ? ['automatic' => $message->payload['automatic']] : []),
            ];
        }

        return ($this->start)($mails);
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
        foreach ($sent as [$message]) {
            $this->tell(PlatformEntry::MailSent, $message, '');
        }
    }

    public function failed(OutboxMessage $message, string $error): void
    {
        $this->tell(PlatformEntry::MailFailed, $message, $error);
    }

    private function tell(EntryKind $kind, OutboxMessage $message, string $error): void
    {
        // Those that were put there before this was so name their incident only.
        $about = $message->payload['about'] ?? ['incident' => $message->payload['incident'] ?? null];
        Journal::write(Actor::system(), $kind, ['message', $message->id], [
            'mail' => $message->key, 'to' => $message->payload['to'], 'subject' => $message->payload['subject'], 'error' => $error,
        ], array_filter(is_array($about) ? $about : [], is_int(...)));
    }
}
