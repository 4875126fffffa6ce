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

    public function __construct(private readonly Gateway $gateway, private readonly OwnProcess $process) {}

    public function kind(): string
    {
        return 'mail';
    }

    public function send(array $messages): array
    {
        $sending = [];
        foreach ($messages as $message) {
            $mail = array_intersect_key(
                $message->payload, ['to' => true, 'subject' => true, 'text' => true, 'message_id' => true, 'automatic' => true],
            );
            $sending[$message->id] = ! Endpoint::gateway('mail')->isSet() && PlainMail::isSetUp()
                ? $this->process->start('skarvo:mail', json_encode([...$mail, 'key' => $message->key], JSON_THROW_ON_ERROR))
                : $this->gateway->post(Endpoint::gateway('mail'), $mail, $message->key);
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
