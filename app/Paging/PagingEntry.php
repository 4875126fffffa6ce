<?php

declare(strict_types=1);

namespace App\Paging;

use App\Platform\Contracts\EntryKind;

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
}
