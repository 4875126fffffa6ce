<?php

declare(strict_types=1);

namespace App\Platform;

/** A kind of message that goes out: what is posted, and what its success or failure means. */
interface Messages
{
    /** @return array<string, mixed> the body for the gateway */
    public function body(OutboxMessage $message): array;

    /** Called in the transaction that marks the message as sent. */
    public function sent(OutboxMessage $message): void;

    /** Called in the transaction that gives the message up. */
    public function failed(OutboxMessage $message, string $error): void;
}
