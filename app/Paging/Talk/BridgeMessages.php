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
use Carbon\CarbonImmutable;
use Illuminate\Support\Str;
use Skarvo\Paging\Bridge\Heard;
use Skarvo\Time\Backoff;

/** What a phone exchange is asked to do: open a bridge, ring somebody onto it, close it. */
final readonly class BridgeMessages implements Messages
{
    use GoesAlone;

    public const KIND = 'bridge';

    /** Somebody waits for it now: later it helps nobody. */
    private const ATTEMPTS = 3;

    private const AT_ONCE = 16;

    public function __construct(private Gateway $gateway) {}

    public static function isPossible(): bool
    {
        return Endpoint::gateway('bridge')->isSet();
    }

    public function kind(): string
    {
        return self::KIND;
    }

    public function send(array $messages): array
    {
        $sending = [];
        foreach ($messages as $message) {
            $sending[$message->id] = $this->gateway->post(Endpoint::gateway('bridge'), $message->payload, $message->key);
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
        foreach ($sent as [$message, $answer]) {
            $bridge = self::bridge($message);
            $number = $answer['number'] ?? null;
            $bridge?->update(['trouble' => null, ...(is_string($number) && $number !== '' ? ['number' => mb_substr($number, 0, 60)] : [])]);
        }
    }

    public function failed(OutboxMessage $message, string $error): void
    {
        $bridge = self::bridge($message);
        if ($bridge === null) {
            return;
        }
        $bridge->update(['trouble' => $error]);
        $person = $message->payload['person'] ?? null;
        if (is_string($person)) {
            $bridge->hear('failed-'.Str::uuid(), $person, Heard::Unanswered, CarbonImmutable::now());
        }
        Journal::write(
            Actor::system(), TalkEntry::BridgeFailed, [Incident::KIND, $bridge->incident_id], ['error' => $error],
            [Incident::KIND => $bridge->incident_id],
        );
    }

    private static function bridge(OutboxMessage $message): ?Bridge
    {
        $name = $message->payload['bridge'] ?? null;

        return Bridge::query()->where('name', is_string($name) ? $name : '')->first();
    }
}
