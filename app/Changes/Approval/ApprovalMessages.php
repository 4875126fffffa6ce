<?php

declare(strict_types=1);

namespace App\Changes\Approval;

use App\Changes\Change;
use App\Paging\Contracts\HearsDeliveries;
use App\Paging\Delivery\StartNotification;
use App\Platform\Outbox\GoesAlone;
use App\Platform\Outbox\Messages;
use App\Platform\Outbox\OutboxMessage;
use App\Platform\Outbox\StartMails;
use App\Platform\WallClock;
use GuzzleHttp\Promise\Create;
use Skarvo\Changes\ChangeKind;
use Skarvo\Changes\ChangeState;
use Skarvo\Time\Backoff;

/** Messages to those whose answer a change waits for: each with an address of their own, where they answer without a password. */
final readonly class ApprovalMessages implements HearsDeliveries, Messages
{
    use GoesAlone;

    private const ATTEMPTS = 6;

    private const AT_ONCE = 32;

    public function __construct(private StartMails $mails) {}

    public function kind(): string
    {
        return 'approval';
    }

    public function send(array $messages): array
    {
        $mails = $sending = [];
        foreach ($messages as $message) {
            $ask = ChangeAsk::query()->with(['approval.change', 'person'])->whereKey($message->payload['ask'] ?? null)->first();
            // Decided or said meanwhile: nobody has to look.
            if (
                $ask === null || $ask->person->left_at !== null || $ask->approval->change->state !== ChangeState::Asked
                || ! in_array($ask->person_id, Approving::waitsFor($ask->approval), true)
            ) {
                $sending[$message->id] = Create::promiseFor([]);

                continue;
            }
            [$channel, $address] = [(string) ($message->payload['channel'] ?? ''), (string) ($message->payload['address'] ?? '')];
            $change = $ask->approval->change;
            $isAgain = ($message->payload['again'] ?? false) === true;
            if ($channel === 'mail') {
                $mails[$message->id] = [
                    'to' => $address, 'key' => $message->key, 'subject' => self::subject($change, $isAgain),
                    'text' => self::text($ask, $change),
                ];
            } else {
                $sending[$message->id] = StartNotification::of(
                    $channel, $address, $ask->person->name, self::subject($change, $isAgain), $ask->link(), $message->key, [],
                );
            }
        }

        return $sending + ($this->mails)($mails);
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

    /** Who is waited for stands on the page of the change, however they heard of it; and they are asked again. */
    public function failed(OutboxMessage $message, string $error): void {}

    public function heard(string $key, ?string $why): ?bool
    {
        return str_starts_with($key, 'approval-') ? false : null;
    }

    private static function subject(Change $change, bool $isAgain): string
    {
        $what = $change->kind === ChangeKind::Emergency ? 'emergency change' : 'change';

        return ($isAgain ? 'Still waits for your yes or no' : 'Waits for your yes or no').", $what {$change->ref()}: $change->title";
    }

    private static function text(ChangeAsk $ask, Change $change): string
    {
        $difference = $ask->approval->difference;

        return implode("\n\n", array_filter([
            "{$change->ref()} $change->title\n".WallClock::spanOutside($change->from_at, $change->to_at, $ask->person->time_zone),
            $change->reason, $difference === null ? null : "Other than when it was asked for before: $difference",
            "What it takes down, its steps and the way back stand at this address. Say yes or no there; no password is needed:\n{$ask->link()}",
            'It is yours alone: whoever opens it answers in your name.',
        ]))."\n";
    }
}
