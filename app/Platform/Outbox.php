<?php

declare(strict_types=1);

namespace App\Platform;

use Carbon\CarbonInterface;

/** What is to go out: first a row in the same transaction as its cause, then sent, then marked. */
final class Outbox
{
    /**
     * @param  'page'|'mail'  $kind
     * @param  string  $key  the receiver tells a repeat by it
     * @param  array<string, mixed>  $payload
     */
    public static function put(string $kind, string $key, array $payload, CarbonInterface $due): void
    {
        $message = OutboxMessage::query()->create(['kind' => $kind, 'key' => $key, 'payload' => $payload, 'made_at' => now(), 'due_at' => $due]);
        SendMessage::dispatch($message->id)->delay($due->isFuture() ? $due : null);
    }
}
