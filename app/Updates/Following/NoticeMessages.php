<?php

declare(strict_types=1);

namespace App\Updates\Following;

use App\Platform\Journal\Actor;
use App\Platform\Journal\Journal;
use App\Platform\Outbox\Failed;
use App\Platform\Outbox\Messages;
use App\Platform\Outbox\OutboxMessage;
use App\Updates\Update;
use App\Updates\UpdateEntry;
use GuzzleHttp\Promise\Create;
use GuzzleHttp\Promise\PromiseInterface;
use Illuminate\Database\Query\Builder;
use Illuminate\Support\Facades\DB;
use Skarvo\Time\Backoff;
use Skarvo\Updates\Following\Channel;

/** Updates on their way to followers by one channel. Each channel has a lane of its own: one that is slow holds up no other. */
abstract class NoticeMessages implements Messages
{
    /** So many in a row that did not arrive, and nothing more is sent there until somebody says so. */
    public const PAUSED_AFTER = 3;

    private const ATTEMPTS = 6;

    private const AT_ONCE = 64;

    abstract protected function channel(): Channel;

    /**
     * @param  array<int, Parcel>  $parcels  by id of their message
     * @return array<int, PromiseInterface> likewise
     */
    abstract protected function start(array $parcels): array;

    /** Whether the network tells afterwards what became of it: that it took it says nothing yet. */
    protected function hearsLater(): bool
    {
        return false;
    }

    public function kind(): string
    {
        return 'notice-'.$this->channel()->value;
    }

    public function together(OutboxMessage $message): ?string
    {
        return is_string($message->payload['together'] ?? null) ? $message->payload['together'] : null;
    }

    public function gathered(OutboxMessage $lead, array $parts): void {}

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
        $all = [];
        foreach ($messages as $message) {
            array_push($all, $message, ...$message->parts);
        }
        $subscriptions = Subscription::query()->with('person')->whereKey(array_map(self::subscription(...), $all))->get()->keyBy('id');
        $updates = Update::query()->with(['incident', 'versions'])->whereKey(array_map(self::update(...), $all))->get()->keyBy('id');
        $parcels = [];
        $sending = [];
        foreach ($messages as $message) {
            $to = $subscriptions->get(self::subscription($message)) ?? throw new \LogicException('A notice has its follower.');
            if (! $to->isActive()) {
                // They left, or nothing arrives there: what was on its way goes nowhere.
                $sending[$message->id] = Create::promiseFor(['stopped' => true]);

                continue;
            }
            // How an incident stands, its last update says: what waited with it is read on the page.
            $latest = [];
            foreach ([$message, ...$message->parts] as $one) {
                $update = $updates->get(self::update($one)) ?? throw new \LogicException('A notice has its update.');
                $root = $update->incident->merged_into_id ?? $update->incident_id;
                if (! isset($latest[$root]) || $latest[$root]->id < $update->id) {
                    $latest[$root] = $update;
                }
            }
            $parcels[$message->id] = new Parcel($to, array_values($latest), $message->key);
        }

        return $sending + array_map(self::withoutAddresses(...), $this->start($parcels));
    }

    /** Servers name the address that they refuse: it is kept nowhere but where it can be erased. */
    private static function withoutAddresses(PromiseInterface $sending): PromiseInterface
    {
        return $sending->then(null, static function (mixed $why): never {
            $said = $why instanceof \Throwable ? $why->getMessage() : 'no reason was given';
            throw new Failed(
                (string) preg_replace(['/[^\s<>"\',;:]+@[^\s<>"\',;:]+/u', '/\+?\d[\d ()-]{5,}\d/'], 'the address', mb_scrub($said))
            );
        });
    }

    public function sent(array $sent): void
    {
        $arrived = array_filter($sent, static fn(array $one): bool => ($one[1]['stopped'] ?? false) !== true);
        foreach (self::byUpdate(array_column($arrived, 0)) as $update => $subscriptions) {
            self::deliveries($update, $subscriptions)->update(['sent_at' => now(), 'error' => null]);
            if (! $this->hearsLater()) {
                self::reached($subscriptions);
            }
        }
        $stopped = array_filter($sent, static fn(array $one): bool => ($one[1]['stopped'] ?? false) === true);
        foreach (self::byUpdate(array_column($stopped, 0)) as $update => $subscriptions) {
            self::deliveries($update, $subscriptions)->update(['failed_at' => now(), 'error' => 'they left, or are paused']);
        }
    }

    public function failed(OutboxMessage $message, string $error): void
    {
        self::deliveries(self::update($message), [self::subscription($message)])
            ->update(['failed_at' => now(), 'error' => mb_substr($error, 0, 200)]);
        self::noteFailure(self::subscription($message), $error);
    }

    /** @param  list<int>  $subscriptions  where something arrived */
    public static function reached(array $subscriptions): void
    {
        DB::table('subscriptions')->whereIn('id', $subscriptions)->where('failures', '>', 0)->update(['failures' => 0]);
    }

    /** Nothing arrived there, whoever says so: after a few in a row it is paused, where people see it. */
    public static function noteFailure(int $subscription, string $error): void
    {
        $to = Subscription::query()->lockForUpdate()->find($subscription);
        if ($to === null || ! $to->isActive()) {
            return;
        }
        $failures = $to->failures + 1;
        $to->update(['failures' => $failures] + ($failures < self::PAUSED_AFTER ? [] : [
            'paused_at' => now(), 'paused_why' => mb_substr($error, 0, 200), 'version' => $to->version + 1,
        ]));
        if ($failures >= self::PAUSED_AFTER) {
            Journal::write(
                Actor::system(), UpdateEntry::FollowerPaused, ['subscription', $to->id],
                ['channel' => $to->channel->value, 'error' => $error],
            );
        }
    }

    /**
     * @param  list<OutboxMessage>  $messages
     * @return array<int, list<int>> subscriptions by update
     */
    private static function byUpdate(array $messages): array
    {
        $all = [];
        foreach ($messages as $message) {
            $all[self::update($message)][] = self::subscription($message);
        }

        return $all;
    }

    /** @param  list<int>  $subscriptions */
    private static function deliveries(int $update, array $subscriptions): Builder
    {
        return DB::table('deliveries')->where('update_id', $update)->whereIn('subscription_id', $subscriptions);
    }

    private static function update(OutboxMessage $message): int
    {
        return self::number($message, 'update');
    }

    private static function subscription(OutboxMessage $message): int
    {
        return self::number($message, 'subscription');
    }

    private static function number(OutboxMessage $message, string $name): int
    {
        $id = $message->payload[$name] ?? null;

        return is_int($id) ? $id : throw new \LogicException("A notice says its $name.");
    }
}
