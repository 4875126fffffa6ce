<?php

declare(strict_types=1);

namespace App\Platform\Outbox;

use App\Platform\AllOrEach;
use GuzzleHttp\Promise\Create;
use GuzzleHttp\Promise\PromiseInterface;
use GuzzleHttp\Promise\Utils;
use Illuminate\Database\Eloquent\Builder;
use Illuminate\Database\Eloquent\Collection;
use Illuminate\Support\Facades\DB;

/**
 * Sends what is due, most urgent first and many at a time, and marks what became of it.
 *
 * A message is claimed, then sent, then marked. A crash in between leaves it claimed by a sender that is gone; the next
 * one sends it again under the same key, with the same parts.
 */
final class Sender
{
    /** What became of so many is noted at once, without waiting for more. */
    private const MANY_SETTLED = 32;

    /** What became of messages is written down together: each transaction waits for the disk. */
    private const GATHER_SECONDS = 0.05;

    /** @var array<string, array<int, true>> ids of messages under way, by kind */
    private array $underWay = [];

    /** @var list<array{OutboxMessage, array<array-key, mixed>|string}> what became of them: an answer, or why not */
    private array $settled = [];

    private float $settledAt = -INF;

    /** @param  string  $name  of this sender, unlike that of any other */
    public function __construct(
        private readonly Gateway $gateway, private readonly string $name, private readonly Kinds $kinds = new Kinds,
    ) {}

    /** @return int how many messages were begun or settled */
    public function step(\Closure $mayWork): int
    {
        [$settled, $claimed] = $this->note($mayWork);
        foreach ($claimed as $kind => $messages) {
            $this->send($this->kinds->of($kind), $messages);
        }
        if ($claimed !== []) {
            Utils::queue()->run();
        }
        if ($this->areAnyUnderWay()) {
            $this->gateway->tick();
        }

        return $settled + array_sum(array_map(count(...), $claimed));
    }

    public function isIdle(): bool
    {
        return ! $this->areAnyUnderWay() && $this->settled === [];
    }

    private function areAnyUnderWay(): bool
    {
        return array_filter($this->underWay) !== [];
    }

    /**
     * What became of messages, and which go next, in one transaction: each waits for whoever else writes.
     *
     * @return array{int, array<string, non-empty-list<OutboxMessage>>} how many are settled; those that are claimed, by kind
     */
    private function note(\Closure $mayWork): array
    {
        $settled = $this->isTimeToSettle() ? $this->settled : [];
        $lanes = $this->lanes();
        $claimed = [];
        if ($settled !== []) {
            AllOrEach::run($settled, function (array $some) use (&$claimed, &$lanes, $mayWork): void {
                // What cannot be noted together is noted one by one, each by itself: what goes next has the next turn then.
                [$next, $lanes] = [$lanes, []];
                $claimed = $claimed === null ? null : $this->markAndClaim($some, $next, $mayWork);
            }, self::passOver(...));
        } elseif ($lanes !== []) {
            $claimed = $this->markAndClaim([], $lanes, $mayWork);
        }
        if ($claimed === null) {
            // Another sends now. What is known here is kept: if it is us again, the claims are still in our name.
            return [0, []];
        }
        if ($settled !== []) {
            $this->settled = [];
            $this->settledAt = hrtime(true) / 1e9;
        }

        return [count($settled), $claimed];
    }

    /**
     * @param  list<array{OutboxMessage, array<array-key, mixed>|string}>  $settled
     * @param  array<string, int>  $lanes
     * @return array<string, non-empty-list<OutboxMessage>>|null null if another sends now
     */
    private function markAndClaim(array $settled, array $lanes, \Closure $mayWork): ?array
    {
        return DB::transaction(function () use ($settled, $lanes, $mayWork): ?array {
            if (! $mayWork()) {
                return null;
            }
            $this->wereSent(array_values(array_filter($settled, static fn(array $one): bool => is_array($one[1]))));
            foreach ($settled as [$message, $what]) {
                if (is_string($what)) {
                    $this->wasNot($message, $what);
                }
            }
            $claimed = [];
            foreach ($lanes as $kind => $room) {
                $messages = $this->claim($kind, $room);
                if ($messages !== []) {
                    $claimed[$kind] = $messages;
                }
            }

            return $claimed;
        });
    }

    /**
     * It went as it went; unmarked, it would go out again and again.
     *
     * @param  array{OutboxMessage, array<array-key, mixed>|string}  $one
     */
    private static function passOver(array $one, \Exception $e): void
    {
        OutboxMessage::query()
            ->whereKey([$one[0]->id, ...$one[0]->parts->modelKeys()])
            ->update([
                is_array($one[1]) ? 'sent_at' : 'failed_at' => now(),
                'error' => mb_substr('what became of it could not be noted: '.$e->getMessage(), 0, 200),
            ]);
    }

    /**
     * Each kind has a lane: what hangs in one takes no place in another.
     *
     * @return array<string, int> by kinds of which something is due: how many more may be under way
     */
    private function lanes(): array
    {
        $lanes = [];
        // Most of the time nothing is due of any kind: that is asked once.
        foreach (array_intersect_key($this->kinds->all(), array_flip($this->due()->distinct()->pluck('kind')->all())) as $name => $kind) {
            $room = $kind->mostAtOnce() - count($this->underWay[$name] ?? []);
            // Half of the room at least, so that a flood is claimed in few transactions.
            if ($room * 2 >= $kind->mostAtOnce()) {
                $lanes[$name] = $room;
            }
        }

        return $lanes;
    }

    /** @param  non-empty-list<OutboxMessage>  $messages */
    private function send(Messages $kind, array $messages): void
    {
        try {
            $sending = $kind->send($messages);
        } catch (\Exception $e) {
            // What cannot even be put together must not stop the others.
            report($e);
            $sending = [];
        }
        foreach ($messages as $message) {
            $this->underWay[$kind->kind()][$message->id] = true;
            $this->await($message, $sending[$message->id] ?? Create::rejectionFor(new Failed('could not be put together')));
        }
    }

    private function await(OutboxMessage $message, PromiseInterface $sending): void
    {
        $keep = function (array|string $what) use ($message): void {
            unset($this->underWay[$message->kind][$message->id]);
            $this->settled[] = [$message, $what];
        };
        $sending->then(
            static fn(mixed $answer) => $keep(is_array($answer) ? $answer : []),
            static fn(mixed $why) => $keep($why instanceof Failed ? $why->getMessage() : 'could not be sent: '.(
                $why instanceof \Throwable ? $why->getMessage() : 'no reason was given'
            )),
        );
    }

    /**
     * @param  list<OutboxMessage>  $messages
     * @return array<string, non-empty-list<OutboxMessage>>
     */
    private static function byKind(array $messages): array
    {
        $kinds = [];
        foreach ($messages as $message) {
            $kinds[$message->kind][] = $message;
        }

        return $kinds;
    }

    /** @return Builder<OutboxMessage> what is due, and not under way here */
    private function due(): Builder
    {
        return OutboxMessage::query()->whereNull('sent_at')->whereNull('failed_at')->whereNull('goes_with')->where('due_at', '<=', now())
            ->where(fn(Builder $query) => $query->whereNull('claimed_by')->orWhere('claimed_by', '!=', $this->name));
    }

    /** @return list<OutboxMessage> */
    private function claim(string $kind, int $room): array
    {
        $leads = [];
        $parts = [];
        foreach ($this->due()->where('kind', $kind)->orderBy('rank')->orderBy('due_at')->orderBy('id')->limit($room)->get() as $message) {
            // What was tried before goes again as it went: the other side knows its key.
            $with = $message->attempts > 0 ? null : $this->kinds->of($message->kind)->together($message);
            if ($with !== null && isset($leads["$message->kind $with"])) {
                $parts[$leads["$message->kind $with"]->id][] = $message;
            } else {
                $leads[$with === null ? "alone $message->id" : "$message->kind $with"] = $message;
            }
        }
        foreach ($leads as $lead) {
            if (isset($parts[$lead->id])) {
                OutboxMessage::query()->whereKey(array_column($parts[$lead->id], 'id'))->update(['goes_with' => $lead->id]);
                $this->kinds->of($lead->kind)->gathered($lead, $parts[$lead->id]);
            }
        }
        $claim = ['claimed_by' => $this->name, 'tried_at' => now()];
        OutboxMessage::query()->whereKey(array_column($leads, 'id'))->increment('attempts', 1, $claim);
        foreach ($leads as $lead) {
            $lead->forceFill([...$claim, 'attempts' => $lead->attempts + 1])->syncOriginal();
        }

        return array_values(Collection::make($leads)->load('parts')->all());
    }

    private function isTimeToSettle(): bool
    {
        return $this->settled !== [] && (
            ! $this->areAnyUnderWay()
                || count($this->settled) >= self::MANY_SETTLED
                || hrtime(true) / 1e9 - $this->settledAt >= self::GATHER_SECONDS
        );
    }

    /** @param  list<array{OutboxMessage, array<array-key, mixed>|string}>  $sent */
    private function wereSent(array $sent): void
    {
        if ($sent === []) {
            return;
        }
        $answers = [];
        foreach ($sent as [$message, $answer]) {
            foreach ([$message, ...$message->parts] as $one) {
                $answers[$one->id] = [$one, is_array($answer) ? $answer : []];
            }
        }
        $fresh = OutboxMessage::query()->whereKey(array_keys($answers))->whereNull('sent_at')->whereNull('failed_at')->pluck('id')->all();
        OutboxMessage::query()->whereKey($fresh)->update(['sent_at' => now(), 'error' => null]);
        $known = array_values(array_intersect_key($answers, array_flip($fresh)));
        foreach (self::byKind(array_column($known, 0)) as $kind => $some) {
            $this->kinds->of($kind)->sent(array_map(static fn(OutboxMessage $one): array => $answers[$one->id], $some));
        }
    }

    private function wasNot(OutboxMessage $message, string $error): void
    {
        // Another may have taken it over, and sent it.
        if (! OutboxMessage::query()->whereKey($message->id)->where('claimed_by', $this->name)->whereNull('sent_at')->exists()) {
            return;
        }
        $wait = $this->kinds->of($message->kind)->backoff($message)->after($message->attempts);
        if ($wait !== null) {
            OutboxMessage::query()
                ->whereKey($message->id)
                ->update(['error' => $error, 'claimed_by' => null, 'due_at' => now()->addSeconds($wait)]);

            return;
        }
        foreach ([$message, ...$message->parts] as $one) {
            if (
                OutboxMessage::query()->whereKey($one->id)
                    ->whereNull('sent_at')->whereNull('failed_at')
                    ->update(['failed_at' => now(), 'error' => $error]) === 1
            ) {
                $this->kinds->of($one->kind)->failed($one, $error);
            }
        }
    }
}
