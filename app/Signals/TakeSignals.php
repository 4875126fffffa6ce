<?php

declare(strict_types=1);

namespace App\Signals;

use App\Platform\Journal\Actor;
use App\Platform\Journal\Journal;
use App\Topology\Item;
use Carbon\CarbonImmutable;
use Illuminate\Support\Facades\DB;
use Skarvo\Signals\Alerting;
use Skarvo\Signals\AlertState;
use Skarvo\Signals\Signal as ReadSignal;

/** Takes accepted signals in the order of their arrival and makes alerts of them: one batch, one transaction. */
final class TakeSignals
{
    private const BATCH = 500;

    public const REOPEN_SECONDS = 1800;

    /** @return int how many signals were taken */
    public function __invoke(\Closure $mayWork): int
    {
        // Looked at without a transaction first: an idle clock must not hold up those who write.
        if (! Signal::query()->where('taken', false)->exists()) {
            return 0;
        }

        return DB::transaction(function () use ($mayWork): int {
            $signals = Signal::query()->where('taken', false)->orderBy('id')->limit(self::BATCH)->get();
            if ($signals->isEmpty() || ! $mayWork()) {
                return 0;
            }
            $alerting = new Alerting(self::REOPEN_SECONDS);
            /** @var array<string, Alert|null> $alerts */
            $alerts = [];
            $changed = [];
            $members = [];
            foreach ($signals as $signal) {
                $read = self::read($signal);
                $key = $read->key();
                if (! array_key_exists($key, $alerts)) {
                    $alerts[$key] = Alert::query()->where('key', $key)->latest('id')->first();
                }
                $latest = $alerts[$key]?->state();
                $next = $alerting->take($read, $latest);
                if ($next !== null) {
                    $alerts[$key] = $alert = $alerting->startsAnew($read, $latest)
                        ? self::open($read, $next)
                        : self::goOn($alerts[$key] ?? throw new \LogicException('An alert that goes on is there.'), $read, $next);
                    $changed[$alert->id] = true;
                }
                $members[$alerts[$key]->id ?? 0][] = $signal->id;
            }
            foreach ($members as $alert => $ids) {
                Signal::query()->whereIn('id', $ids)->update(['taken' => true, 'alert_id' => $alert === 0 ? null : $alert]);
            }
            if ($changed !== []) {
                Journal::write(Actor::system(), 'signals.taken', ['alert', array_key_first($changed)], ['signals' => $signals->count(), 'alerts' => array_keys($changed)]);
            }

            return $signals->count();
        });
    }

    private static function read(Signal $signal): ReadSignal
    {
        $fields = array_filter([
            'at' => $signal->at->format('Y-m-d\TH:i:s\Z'), 'source' => $signal->source, 'item' => $signal->item, 'check' => $signal->check,
            'condition' => $signal->condition, 'level' => $signal->level, 'id' => $signal->external_id, 'summary' => $signal->summary,
        ], static fn(mixed $value): bool => $value !== null);

        return ReadSignal::read((object) $fields, $signal->at->getTimestamp(), 0);
    }

    private static function open(ReadSignal $signal, AlertState $state): Alert
    {
        $alert = Alert::query()->create([
            'key' => $signal->key(), 'source' => $signal->source, 'check' => $signal->check,
            'item_id' => $signal->item !== null && Item::query()->whereKey($signal->item)->exists() ? $signal->item : null,
            'item_named' => $signal->item, 'summary' => $signal->summary,
            'opened_at' => now(),
            ...self::columns($state),
        ]);
        self::tell('alert.opened', $alert);

        return $alert;
    }

    private static function goOn(Alert $alert, ReadSignal $signal, AlertState $state): Alert
    {
        $was = $alert->state();
        $alert->fill(self::columns($state));
        if ($signal->summary !== null && $state->isOpen()) {
            $alert->summary = $signal->summary;
        }
        if ($was->isOpen() !== $state->isOpen()) {
            // A decision to wait was about the burst that is over.
            $alert->wait_until = $state->isOpen() ? null : $alert->wait_until;
            $alert->save();
            self::tell($state->isOpen() ? 'alert.reopened' : 'alert.closed', $alert);
        } else {
            $alert->save();
        }

        return $alert;
    }

    /** @return array<string, mixed> */
    private static function columns(AlertState $state): array
    {
        $instant = static fn(int $seconds): CarbonImmutable => CarbonImmutable::createFromTimestampUTC($seconds);

        return [
            'level' => $state->level, 'count' => $state->count, 'flips' => $state->flips,
            'first_signal_at' => $instant($state->firstSignalAt), 'last_signal_at' => $instant($state->lastSignalAt),
            'closed_at' => $state->closedAt === null ? null : $instant($state->closedAt),
        ];
    }

    private static function tell(string $kind, Alert $alert): void
    {
        Journal::write(Actor::system(), $kind, ['alert', $alert->id], [
            'title' => $alert->title(), 'item' => $alert->item_named, 'level' => $alert->level->value,
        ], $alert->incident_id);
    }
}
