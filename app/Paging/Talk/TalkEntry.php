<?php

declare(strict_types=1);

namespace App\Paging\Talk;

use App\Platform\Contracts\EntryKind;
use App\Platform\Journal\Particular;

/** Kinds of entries in the journal. */
enum TalkEntry: string implements EntryKind
{
    case ConversationOpened = 'talk.opened';
    case Said = 'talk.said';
    case ConversationClosed = 'talk.closed';
    case ConversationFailed = 'talk.failed';
    case BridgeOpened = 'bridge.opened';
    case BridgeRang = 'bridge.rang';
    case BridgeJoined = 'bridge.joined';
    case BridgeLeft = 'bridge.left';
    case BridgeUnanswered = 'bridge.unanswered';
    case BridgeClosed = 'bridge.closed';
    case BridgeFailed = 'bridge.failed';

    public function particulars(): array
    {
        return match ($this) {
            self::Said => ['text' => Particular::Words, 'author' => Particular::Words],
            self::ConversationFailed, self::BridgeFailed => ['error' => Particular::Words],
            self::BridgeJoined, self::BridgeLeft, self::BridgeUnanswered => ['person' => Particular::Person],
            self::BridgeRang => ['people' => Particular::People],
            default => [],
        };
    }
}
