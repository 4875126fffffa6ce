<?php

declare(strict_types=1);

namespace App\Paging;

use App\Platform\AllOrEach;
use App\Platform\Contracts\ClockPart;
use Illuminate\Support\Facades\DB;

/** Brings every call up to the present of which something is due: the most urgent first, then soonest. */
final class FollowDueCalls implements ClockPart
{
    /** So many in a transaction: others wait for it, and what is written leaves with its end. */
    private const A_TRANSACTION = 40;

    /** So many at a look: what else is due has its turn between two looks. */
    private const A_LOOK = 4 * self::A_TRANSACTION;

    private const YIELD_MICROSECONDS = 2000;

    /** Seconds until one that could not be followed is tried again. */
    private const BROKEN_WAITS = 30;

    public function __construct(private readonly FollowCall $follow) {}

    public function name(): string
    {
        return 'calls';
    }

    public function whileBroken(): string
    {
        return 'Calls stand still: nobody further is paged.';
    }

    /** @return int how many calls were due */
    public function __invoke(\Closure $mayWork): int
    {
        $due = DB::table('calls')->join('occasions', 'occasions.id', '=', 'calls.occasion_id')
            ->whereNotNull('next_due_at')->where('next_due_at', '<=', now())
            ->orderBy('occasions.priority')->orderBy('next_due_at')
                ->orderBy('calls.id')->limit(self::A_LOOK)->pluck('calls.id')->all();
        foreach (array_chunk($due, self::A_TRANSACTION) as $n => $together) {
            // Whoever sends has to get at the database in between: their pages go out while the next calls are followed.
            usleep($n === 0 ? 0 : self::YIELD_MICROSECONDS);
            AllOrEach::run($together, fn(array $some) => $this->together($some, $mayWork), static function (mixed $id): void {
                DB::table('calls')->where('id', $id)->update(['next_due_at' => now()->addSeconds(self::BROKEN_WAITS)]);
            });
        }

        return count($due);
    }

    /** @param  array<mixed>  $due  ids of calls */
    private function together(array $due, \Closure $mayWork): void
    {
        DB::transaction(function () use ($due, $mayWork): void {
            if (! $mayWork()) {
                return;
            }
            $batch = new CallBatch;
            $calls = Call::query()->with(['occasion', 'happenings'])->whereKey($due)->get()->keyBy('id');
            $handing = $calls->contains(static fn(Call $call): bool => $call->handed_from !== null);
            foreach ($due as $id) {
                // Handing a call on changes another one, which may be among these.
                $call = ! $handing ? $calls->get($id) : Call::query()->with('occasion')->whereKey($id)->first();
                if ($call?->next_due_at?->lte(now()) ?? false) {
                    ($this->follow)($call, batch: $batch);
                }
            }
            $batch->write();
        });
    }
}
