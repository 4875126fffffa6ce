<?php

declare(strict_types=1);

namespace App\Platform\Outbox;

use Carbon\CarbonInterface;

/** What is to go out: first a row in the same transaction as its cause, then sent, then marked. */
final class Outbox
{
    /** What nobody waits for: mail that is no page. */
    public const LAST = 9;

    /**
     * @param  'page'|'mail'  $kind
     * @param  string  $key  the receiver tells a repeat by it
     * @param  array<string, mixed>  $payload
     * @param  int  $rank  0 to 9: of what is due, a lower one goes first
     */
    public static function put(string $kind, string $key, array $payload, CarbonInterface $due, int $rank = self::LAST): void
    {
        OutboxMessage::query()->create(['kind' => $kind, 'key' => $key, 'payload' => $payload, 'made_at' => now(), 'due_at' => $due, 'rank' => $rank]);
    }
}
