<?php

declare(strict_types=1);

namespace App\Paging;

use App\Platform\Contracts\EntryKind;
use App\Platform\Journal\Particular;

/** Kinds of entries in the journal. */
enum PagingEntry: string implements EntryKind
{
    case CallStarted = 'call.started';
    case CallStep = 'call.step';
    case CallAcknowledged = 'call.acknowledged';
    case CallLater = 'call.later';
    case CallHanded = 'call.handed';
    case CallNotHanded = 'call.not_handed';
    case CallAskedAgain = 'call.asked_again';
    case CallReleased = 'call.released';
    case PageAgain = 'page.again';
    case PageDelivered = 'page.delivered';
    case PageTested = 'page.tested';
    case PageUnclear = 'page.unclear';
    case PathFails = 'path.fails';
    case ClockSet = 'clock.set';
    case PathWorks = 'path.works';
    case CallDeclined = 'call.declined';
    case CallExhausted = 'call.exhausted';
    case CallRefused = 'call.refused';
    case CallStopped = 'call.stopped';
    case CallResolved = 'call.resolved';
    case PageQueued = 'page.queued';
    case PageSent = 'page.sent';
    case PageFailed = 'page.failed';
    case PageOpened = 'page.opened';
    case PolicySaved = 'policy.saved';
    case PolicyDropped = 'policy.dropped';
    case PageTest = 'page.test';
    case PersonReach = 'person.reach';

    public function particulars(): array
    {
        return match ($this) {
            self::CallStarted => ['person' => Particular::Person, 'title' => Particular::Words, 'why' => Particular::Words],
            self::CallStep => ['people' => Particular::People],
            self::CallHanded => ['person' => Particular::Person, 'to' => Particular::Person, 'why' => Particular::Words],
            self::CallAcknowledged, self::CallLater, self::CallDeclined,
            self::CallStopped => ['person' => Particular::Person, 'why' => Particular::Words],
            self::CallExhausted, self::CallRefused => ['person' => Particular::Person, 'only' => Particular::Person],
            self::PageUnclear => ['person' => Particular::Person, 'text' => Particular::Words],
            self::PageFailed => ['person' => Particular::Person, 'error' => Particular::Words],
            self::CallNotHanded, self::CallAskedAgain, self::CallReleased, self::CallResolved => ['person' => Particular::Person],
            self::PageAgain, self::PageDelivered, self::PageTested, self::PageQueued, self::PageSent, self::PageOpened,
            self::PageTest, self::PersonReach => ['person' => Particular::Person],
            default => [],
        };
    }
}
