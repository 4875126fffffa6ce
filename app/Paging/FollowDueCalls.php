<?php

declare(strict_types=1);

namespace App\Paging;

use Illuminate\Support\Facades\DB;

/** Brings every call up to the present of which something is due, soonest first. */
final class FollowDueCalls
{
    public function __construct(private readonly FollowCall $follow) {}

    /** @return int how many calls were due */
    public function __invoke(\Closure $mayWork): int
    {
        $due = Call::query()->whereNotNull('next_due_at')->where('next_due_at', '<=', now())->orderBy('next_due_at')->orderBy('id')->limit(200)->pluck('id');
        foreach ($due as $id) {
            DB::transaction(function () use ($id, $mayWork): void {
                if ($mayWork()) {
                    $call = Call::query()->findOrFail((int) $id);
                    if ($call->next_due_at?->lte(now()) ?? false) {
                        ($this->follow)($call);
                    }
                }
            });
        }

        return $due->count();
    }
}
