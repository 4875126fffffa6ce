<?php

declare(strict_types=1);

namespace App\Paging\Talk;

use App\Platform\Contracts\TellsEntries;
use App\Platform\Journal\Facts;
use App\Platform\Journal\Sentence;

/** Words for journal entries. */
final class TalkWords implements TellsEntries
{
    public function tell(string $kind, Facts $facts): ?Sentence
    {
        return match (TalkEntry::tryFrom($kind)) {
            TalkEntry::ConversationOpened => Sentence::plain('Conversation opened', $facts->text('name')),
            TalkEntry::Said => Sentence::quiet(
                $facts->text('said') === '' ? 'In the conversation' : "In the conversation at {$facts->time('said')}, came in later",
                ($facts->text('author') === '' ? '' : "{$facts->text('author')}: ").$facts->text('text'),
            ),
            TalkEntry::ConversationClosed => Sentence::quiet('Conversation closed', $facts->text('name')),
            TalkEntry::ConversationFailed => Sentence::strong(
                'The chat did not take what was said', "{$facts->text('error')}; it stands here all the same",
            ),
            TalkEntry::BridgeOpened => Sentence::plain('Phone bridge opened', $facts->text('name')),
            TalkEntry::BridgeRang => Sentence::plain("Rings {$facts->people('people')}", 'onto the bridge'),
            TalkEntry::BridgeJoined => Sentence::plain("{$facts->person('person')} joined the bridge"),
            TalkEntry::BridgeLeft => Sentence::quiet("{$facts->person('person')} left the bridge"),
            TalkEntry::BridgeUnanswered => Sentence::plain("{$facts->person('person')} did not answer", 'rung onto the bridge'),
            TalkEntry::BridgeClosed => Sentence::quiet('Phone bridge closed', $facts->text('name')),
            TalkEntry::BridgeFailed => Sentence::strong(
                'The phone exchange did not take it', "{$facts->text('error')}; ring people yourself, or call them to the incident",
            ),
            null => null,
        };
    }

    public function written(): array
    {
        return [TalkEntry::Said];
    }
}
