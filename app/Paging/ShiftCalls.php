<?php

declare(strict_types=1);

namespace App\Paging;

use App\Platform\Contracts\KeepsElapsedTime;
use App\Platform\Journal\Actor;
use App\Platform\Journal\Journal;
use App\Platform\Outbox\OutboxMessage;
use Carbon\CarbonImmutable;
use Illuminate\Support\Facades\DB;
use Skarvo\Paging\Outcome;

/**
 * Keeps running calls to the time that passes when the machine's clock is set: a wait of five minutes stays one.
 *
 * A call has a time of its own from then on, so far from the clock's as that was set.
 */
final class ShiftCalls implements KeepsElapsedTime
{
    public function clockWasSet(int $seconds, \Closure $mayWork): void
    {
        DB::transaction(static function () use ($seconds, $mayWork): void {
            if (! $mayWork()) {
                return;
            }
            $later = static fn(?CarbonImmutable $at): ?CarbonImmutable => $at?->addSeconds($seconds);
            foreach (Call::query()->whereIn('outcome', [Outcome::Waiting, Outcome::Acknowledged, Outcome::Exhausted])->where(
                static fn($query) => $query->whereNotNull('next_due_at')
                    ->orWhereNotNull('hold_due_at')->orWhere('outcome', '!=', Outcome::Exhausted),
            )->get() as $call) {
                $call->update([
                    'shift_seconds' => $call->shift_seconds - $seconds, 'next_due_at' => $later($call->next_due_at),
                    'step_ends_at' => $later($call->step_ends_at),
                    'held_since' => $later($call->held_since), 'begins_at' => $later($call->begins_at),
                    'asked_at' => $later($call->asked_at), 'hold_due_at' => $later($call->hold_due_at),
                ]);
            }
            foreach (OutboxMessage::query()->whereNull('sent_at')->whereNull('failed_at')->get() as $message) {
                $message->update(['due_at' => $message->due_at->addSeconds($seconds)]);
            }
            foreach (Page::query()->whereNotNull('confirm_by')->whereNull('delivered_at')->whereNull('failed_at')->get() as $page) {
                $page->update(['confirm_by' => $later($page->confirm_by)]);
            }
            Journal::write(
                Actor::system(), PagingEntry::ClockSet, ['clock', 'machine'],
                ['minutes' => round(abs($seconds) / 60, 1), 'way' => $seconds > 0 ? 'forward' : 'back'],
            );
        });
    }
}
