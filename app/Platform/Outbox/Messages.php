<?php

declare(strict_types=1);

namespace App\Platform\Outbox;

use GuzzleHttp\Promise\PromiseInterface;
use Skarvo\Time\Backoff;

/** A kind of message that goes out: how it is sent, and what its success or failure means. */
interface Messages
{
    /** As rows of the outbox name it, unlike any other kind. */
    public function kind(): string;

    /** @return string|null messages that are due at once and say the same here go out as one; null: this one goes alone */
    public function together(OutboxMessage $message): ?string;

    /**
     * Called in the transaction that puts them together, before anything is sent.
     *
     * @param  list<OutboxMessage>  $parts
     */
    public function gathered(OutboxMessage $lead, array $parts): void;

    /**
     * Starts sending, each with the parts that it has.
     *
     * @param  list<OutboxMessage>  $messages
     * @return array<int, PromiseInterface> by id of the message: resolves with what the other side said (an array); is rejected with a
     *      Failed that says why
     */
    public function send(array $messages): array;

    /** How many may be under way at once: each kind has a lane of its own, so that one whose other side hangs holds up no other. */
    public function mostAtOnce(): int;

    /** How often it is tried, and when again. */
    public function backoff(OutboxMessage $message): Backoff;

    /**
     * Called in the transaction that marks messages as sent, for them and for each of their parts.
     *
     * @param  list<array{OutboxMessage, array<array-key, mixed>}>  $sent  with what the other side answered
     */
    public function sent(array $sent): void;

    /** Called in the transaction that gives the message up, for it and for each of its parts. */
    public function failed(OutboxMessage $message, string $error): void;
}
