<?php

declare(strict_types=1);

namespace App\Paging;

use App\Platform\Database\Locked;
use App\Platform\Journal\Actor;
use App\Platform\Journal\Journal;
use App\Platform\Person;
use App\Platform\Refused;
use Skarvo\Paging\HappeningKind;
use Skarvo\Paging\Outcome;

/** Ends a call from the room: nobody further is paged for it. Call it inside a transaction. */
final class StopCall
{
    public function __construct(private readonly FollowCall $follow) {}

    /** @throws Refused if it is over already */
    public function __invoke(Call $call, string $why, Person $by): void
    {
        Locked::again($call);
        if ($call->outcome === Outcome::Resolved) {
            throw Refused::because("The call to {$call->calls()} is over already.");
        }
        $call->update(['stopped_by' => $by->id, 'stopped_why' => $why, 'settled_at' => now()]);
        Journal::write(
            Actor::person($by), PagingEntry::CallStopped, ['call', $call->id], [...$call->whom(), 'why' => $why],
            $call->occasion->record(),
        );
        HoldCalls::forget($call);
        // With it ends what it was handed on to.
        foreach (
            Call::query()->with('occasion')->where('handed_from', $call->id)->where('outcome', '!=', Outcome::Resolved)->get() as $handed
        ) {
            $this->follow->happens($handed, HappeningKind::Resolved);
        }
        $this->follow->happens($call, HappeningKind::Resolved);
    }
}
