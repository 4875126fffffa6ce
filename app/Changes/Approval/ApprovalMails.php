<?php

declare(strict_types=1);

namespace App\Changes\Approval;

use App\Changes\Change;
use App\Platform\Outbox\GoesAlone;
use App\Platform\Outbox\Messages;
use App\Platform\Outbox\OutboxMessage;
use App\Platform\Outbox\StartMails;
use App\Platform\Person;
use App\Platform\WallClock;
use GuzzleHttp\Promise\Create;
use Skarvo\Changes\ChangeState;
use Skarvo\Time\Backoff;

/** Mails to those whose answer a change waits for: they answer on its page. */
final readonly class ApprovalMails implements Messages
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
            $person = Person::query()->whereNull('left_at')->whereKey($message->payload['person'] ?? null)->first();
            $change = Change::query()->whereKey($message->payload['change'] ?? null)->first();
            // Decided meanwhile: nobody has to look.
            if ($person === null || $change === null || $change->state !== ChangeState::Asked || $person->email === '') {
                $sending[$message->id] = Create::promiseFor([]);

                continue;
            }
            $mails[$message->id] = [
                'to' => $person->email, 'key' => $message->key,
                'subject' => (($message->payload['again'] ?? false) === true ? 'Still waits for you' : 'Please approve').": {$change->ref()} $change->title",
                'text' => "{$change->ref()} $change->title\n".WallClock::spanOutside($change->from_at, $change->to_at, $person->time_zone)
                    ."\n\n".($change->reason === null ? '' : "$change->reason\n\n")."What it takes down, and the way back, is on its page. Say yes or no there:\n".url("/changes/$change->id")."\n",
            ];
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

    /** Who is waited for stands on the page of the change, however they heard of it. */
    public function failed(OutboxMessage $message, string $error): void {}
}
