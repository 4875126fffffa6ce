<?php

declare(strict_types=1);

namespace App\Signals;

use App\Platform\Contracts\EntryKind;
use App\Platform\Journal\Particular;

/** Kinds of entries in the journal. */
enum SignalEntry: string implements EntryKind
{
    case AlertOpened = 'alert.opened';
    case AlertReopened = 'alert.reopened';
    case AlertClosed = 'alert.closed';
    case AlertMended = 'alert.mended';
    case AlertWithdrawn = 'alert.withdrawn';
    case AlertClosedByHand = 'alert.put_away';
    case AlertBroughtBack = 'alert.brought_back';
    case AlertSplitOff = 'alert.split_off';
    case AlertPutTogether = 'alert.put_together';
    case AlertTaken = 'alert.taken';
    case AlertWaits = 'alert.waits';
    case AlertBack = 'alert.back';
    case AlertMatched = 'alert.matched';
    case SignalsTaken = 'signals.taken';
    case RulesSaved = 'rules.saved';
    case QuietSet = 'quiet.set';
    case QuietEnded = 'quiet.ended';
    case SourceMade = 'source.made';
    case SourceChanged = 'source.changed';
    case HeartbeatMade = 'heartbeat.made';
    case HeartbeatDropped = 'heartbeat.dropped';
    case UnownedChanged = 'unowned.changed';

    public function particulars(): array
    {
        return match ($this) {
            self::AlertClosedByHand, self::QuietSet, self::QuietEnded => ['reason' => Particular::Words],
            self::RulesSaved => ['note' => Particular::Words],
            default => [],
        };
    }
}
