<?php

declare(strict_types=1);

namespace App\Updates\Following;

use App\Platform\Outbox\Endpoint;
use App\Platform\Outbox\Gateway;
use App\Platform\Outbox\GoesAlone;
use App\Platform\Outbox\Messages;
use App\Platform\Outbox\OutboxMessage;
use App\Platform\Outbox\StartMails;
use GuzzleHttp\Promise\Create;
use GuzzleHttp\Promise\PromiseInterface;
use Skarvo\Time\Backoff;
use Skarvo\Updates\Following\Channel;
use Skarvo\Updates\Texts\ShortText;

/** The question whether somebody wants to follow, and the address by which they change it: to the address that was given. */
final readonly class AskMessages implements Messages
{
    use GoesAlone;

    private const ATTEMPTS = 4;

    private const AT_ONCE = 32;

    public function __construct(private StartMails $mails, private Gateway $gateway) {}

    public function kind(): string
    {
        return 'follow';
    }

    public function send(array $messages): array
    {
        $to = Subscription::query()->whereKey(array_map(self::subscription(...), $messages))->get()->keyBy('id');
        $mails = [];
        $sending = [];
        foreach ($messages as $message) {
            $one = $to->get(self::subscription($message));
            if ($one === null || $one->ended_at !== null) {
                $sending[$message->id] = Create::promiseFor([]);
            } elseif ($one->channel === Channel::Mail) {
                $mails[$message->id] = self::mail($one, $message->key);
            } else {
                $sending[$message->id] = $this->text($one, $message->key);
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

    /** They see that none came, and ask again. */
    public function failed(OutboxMessage $message, string $error): void {}

    /** @return array{to: string, subject: string, text: string, key: string} */
    private static function mail(Subscription $one, string $key): array
    {
        $what = self::what($one);

        return [
            'to' => $one->address, 'subject' => self::say($one, "{$what}_subject"), 'key' => $key,
            'text' => self::say($one, "{$what}_text")."\n\n".route('follow.show', $one->key())."\n\n".self::say($one, 'not_you')."\n",
        ];
    }

    private function text(Subscription $one, string $key): PromiseInterface
    {
        return $this->gateway->post(Endpoint::gateway('text'), [
            'to' => $one->address, 'text' => ShortText::of([self::say($one, self::what($one).'_short')], route('follow.show', $one->key())),
        ], $key);
    }

    private static function what(Subscription $one): string
    {
        return $one->confirmed_at === null ? 'confirm' : 'there';
    }

    private static function say(Subscription $one, string $what): string
    {
        return (string) __("follow.$what", ['organisation' => config()->string('skarvo.organisation')], $one->language);
    }

    private static function subscription(OutboxMessage $message): int
    {
        $id = $message->payload['subscription'] ?? null;

        return is_int($id) ? $id : throw new \LogicException('A question has its follower.');
    }
}
