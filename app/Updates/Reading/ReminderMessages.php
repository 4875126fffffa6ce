<?php

declare(strict_types=1);

namespace App\Updates\Reading;

use App\Platform\Moment;
use App\Platform\Outbox\GoesAlone;
use App\Platform\Outbox\Messages;
use App\Platform\Outbox\OutboxMessage;
use App\Platform\Outbox\StartMails;
use App\Platform\Person;
use App\Updates\Update;
use App\Updates\Versions\Spoken;
use GuzzleHttp\Promise\Create;
use Illuminate\Support\Facades\DB;
use Skarvo\Time\Backoff;
use Skarvo\Updates\Versions\Version;

/** Mails to those who must know of an update, and have not said that they have read it. */
final readonly class ReminderMessages implements Messages
{
    use GoesAlone;

    private const ATTEMPTS = 4;

    private const AT_ONCE = 32;

    public function __construct(private StartMails $mails) {}

    public function kind(): string
    {
        return 'reminder';
    }

    public function send(array $messages): array
    {
        $mails = $sending = [];
        foreach ($messages as $message) {
            $person = Person::query()->whereNull('left_at')->whereKey($message->payload['person'] ?? null)->first();
            $update = Update::query()->with('versions')->whereKey($message->payload['update'] ?? null)->first();
            $isRead = DB::table('update_reads')->where('update_id', $update?->id)->where('person_id', $person?->id)
                ->whereNotNull('confirmed_at')->exists();
            if ($person === null || $update === null || $isRead || $person->email === '') {
                $sending[$message->id] = Create::promiseFor([]);

                continue;
            }
            $mails[$message->id] = [
                'to' => $person->email, 'key' => $message->key,
                'subject' => 'Please read: '.(implode(', ', array_column($update->services, 'name')) ?: 'a problem with our services'),
                'text' => "You must know of this, and have not said yet that you have read it. Open the page, and press \"I have read it\":\n"
                    .route('staff-updates')."#incident-$update->incident_id\n\n".Spoken::of($update, 'en', Version::Staff)->text."\n",
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

    public function failed(OutboxMessage $message, string $error): void
    {
        [$update, $person] = [$message->payload['update'] ?? null, $message->payload['person'] ?? null];
        if (is_int($update) && is_string($person)) {
            Readers::notReminded($update, $person, (int) ($message->payload['at'] ?? Moment::now()));
        }
    }
}
