<?php

declare(strict_types=1);

namespace App\Updates\Planned;

use App\Platform\Outbox\Endpoint;
use App\Platform\Outbox\Gateway;
use App\Platform\Outbox\GoesAlone;
use App\Platform\Outbox\Messages;
use App\Platform\Outbox\OutboxMessage;
use App\Platform\Outbox\StartMails;
use App\Platform\Person;
use App\Updates\Following\NoticeMessages;
use App\Updates\Following\Subscription;
use App\Updates\Following\WebhookNotices;
use App\Updates\Outside\PublicAddress;
use GuzzleHttp\Promise\Create;
use GuzzleHttp\Promise\PromiseInterface;
use Illuminate\Support\Facades\DB;
use Skarvo\Time\Backoff;
use Skarvo\Updates\Following\Channel;
use Skarvo\Updates\Planned\PlanStage;
use Skarvo\Updates\Texts\ShortText;
use Skarvo\Value\Language;

/** What people are told of planned work, on its way to each of them by their own channel. */
final readonly class PlannedMessages implements Messages
{
    use GoesAlone;

    private const ATTEMPTS = 6;

    private const AT_ONCE = 64;

    public function __construct(private StartMails $mails, private Gateway $gateway) {}

    public function kind(): string
    {
        return 'planned';
    }

    public function mostAtOnce(): int
    {
        return self::AT_ONCE;
    }

    public function backoff(OutboxMessage $message): Backoff
    {
        return Backoff::patient(self::ATTEMPTS);
    }

    public function send(array $messages): array
    {
        $number = static fn(OutboxMessage $one, string $name): int => is_int($one->payload[$name] ?? null) ? $one->payload[$name] : 0;
        $works = PlannedWork::query()->whereKey(array_map(static fn(OutboxMessage $one): int => $number($one, 'planned'), $messages))->get()
            ->keyBy('id');
        $to = Subscription::query()->whereKey(array_map(static fn(OutboxMessage $one): int => $number($one, 'subscription'), $messages))
            ->get()->keyBy('id');
        $mails = $sending = [];
        foreach ($messages as $message) {
            $work = $works->get($number($message, 'planned')) ?? throw new \LogicException('A notice has its planned work.');
            $stage = PlanStage::from(is_string($message->payload['stage'] ?? null) ? $message->payload['stage'] : '');
            $one = $to->get($number($message, 'subscription'));
            $round = max(1, $number($message, 'round'));
            $isLate = ! $stage->isEnd() && ($work->stage->isEnd() || $round < $work->round);
            // Whoever never heard that it is planned is not told how it ended.
            $isNews = $stage->isEnd() && $one !== null
                && DB::table('planned_deliveries')->where('planned_id', $work->id)->where('subscription_id', $one->id)
                ->where('stage', '<>', $stage->value)->whereNotNull('sent_at')->doesntExist();
            if (is_string($message->payload['person'] ?? null)) {
                $person = Person::query()->whereNull('left_at')->whereKey($message->payload['person'])->first();
                if ($person !== null && ! $isLate) {
                    $mails[$message->id] = ['to' => $person->email, 'key' => $message->key, ...self::mail($work, $stage, null)];

                    continue;
                }
            }
            // What turned out otherwise while it waited is not told any more; and who left is told nothing.
            if ($one === null || ! $one->isActive() || $isLate || $isNews) {
                $sending[$message->id] = Create::promiseFor(['stopped' => true]);
            } elseif ($one->channel === Channel::Mail) {
                $mails[$message->id] = [
                    'to' => $one->address, 'key' => $message->key, 'leave' => route('follow.leave', $one->key()),
                    ...self::mail($work, $stage, $one),
                ];
            } else {
                $sending[$message->id] = $this->other($work, $stage, $one, $message->key);
            }
        }

        return $sending + ($this->mails)($mails);
    }

    public function sent(array $sent): void
    {
        foreach ($sent as [$message, $answer]) {
            if (is_int($message->payload['subscription'] ?? null) && ($answer['stopped'] ?? false) !== true) {
                self::delivery($message)->update(['sent_at' => now()]);
                NoticeMessages::reached([$message->payload['subscription']]);
            }
        }
    }

    public function failed(OutboxMessage $message, string $error): void
    {
        if (is_int($message->payload['subscription'] ?? null)) {
            self::delivery($message)->update(['failed_at' => now()]);
            NoticeMessages::noteFailure($message->payload['subscription'], 'nothing arrives there');
        }
    }

    /** @return array{subject: string, text: string} */
    private static function mail(PlannedWork $work, PlanStage $stage, ?Subscription $to): array
    {
        $language = Language::of($to->language ?? '') ?? Language::English;
        $say = static fn(string $what, array $with = []): string => (string) __("follow.$what", $with, $language->value);
        $names = implode(', ', $work->names());

        return [
            'subject' => $say('planned_'.$stage->value, ['services' => $names]),
            'text' => $work->words($stage, $language)."\n\n".$say('more', ['address' => PublicAddress::start()])."\n"
                .$say('calendar', ['address' => PublicAddress::start().'/planned.ics'])
                ."\n\n-- \n"
                    .($to === null ? $say('why_own') : $say('why')."\n".$say('change', ['address' => route('follow.show', $to->key())]))
                    ."\n",
        ];
    }

    private function other(PlannedWork $work, PlanStage $stage, Subscription $to, string $key): PromiseInterface
    {
        $words = $work->words($stage, Language::of($to->language) ?? Language::English);
        if ($to->channel === Channel::Text) {
            return $this->gateway->post(
                Endpoint::gateway('text'), ['to' => $to->address, 'text' => ShortText::of([$words], PublicAddress::start())], $key
            );
        }
        if ($to->channel === Channel::Chat) {
            return $this->gateway->post(
                Endpoint::gateway('chat'), ['channel' => $to->address, 'text' => "$words\n".PublicAddress::start()], $key
            );
        }

        return WebhookNotices::post($this->gateway, $to, "planned.$stage->value", $work->announced_at, PublicPlanned::line($work), $key);
    }

    private static function delivery(OutboxMessage $message): \Illuminate\Database\Query\Builder
    {
        return DB::table('planned_deliveries')->where('planned_id', $message->payload['planned'] ?? 0)
            ->where('stage', $message->payload['stage'] ?? '')
            ->where('round', $message->payload['round'] ?? 1)->where('subscription_id', $message->payload['subscription'] ?? 0);
    }
}
