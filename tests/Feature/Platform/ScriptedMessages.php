<?php

declare(strict_types=1);

namespace Tests\Feature\Platform;

use App\Platform\Outbox\Messages;
use App\Platform\Outbox\OutboxMessage;
use GuzzleHttp\Promise\Create;
use GuzzleHttp\Promise\Promise;
use Skarvo\Time\Backoff;

/** A kind of messages whose other side answers, refuses, or hangs. */
final class ScriptedMessages implements Messages
{
    /** @var list<string> keys, in the order in which they went */
    public array $went = [];

    /** @var list<string> */
    public array $gaveUp = [];

    public function __construct(private readonly string $name, private readonly string $answers, private readonly int $atOnce) {}

    public function kind(): string
    {
        return $this->name;
    }

    public function together(OutboxMessage $message): ?string
    {
        return null;
    }

    public function gathered(OutboxMessage $lead, array $parts): void {}

    public function send(array $messages): array
    {
        $sending = [];
        foreach ($messages as $message) {
            $this->went[] = (string) $message->key;
            $sending[$message->id] = match ($this->answers) {
                'hangs' => new Promise,
                'refuses' => Create::rejectionFor(new \RuntimeException('no')),
                default => Create::promiseFor([]),
            };
        }

        return $sending;
    }

    public function mostAtOnce(): int
    {
        return $this->atOnce;
    }

    public function backoff(OutboxMessage $message): Backoff
    {
        return new Backoff(10, 3.0, 60, 3);
    }

    public function sent(array $sent): void {}

    public function failed(OutboxMessage $message, string $error): void
    {
        $this->gaveUp[] = (string) $message->key;
    }
}
