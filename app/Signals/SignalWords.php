<?php

declare(strict_types=1);

namespace App\Signals;

use App\Platform\Contracts\TellsEntries;
use App\Platform\Journal\Facts;
use App\Platform\Journal\Sentence;

/** Words for journal entries. */
final class SignalWords implements TellsEntries
{
    public function tell(string $kind, Facts $facts): ?Sentence
    {
        return match (SignalEntry::tryFrom($kind)) {
            SignalEntry::AlertOpened => Sentence::plain("Alert: {$facts->text('title')}", $facts->text('item')),
            SignalEntry::AlertReopened => Sentence::plain("Alert again: {$facts->text('title')}", $facts->text('item')),
            SignalEntry::AlertClosed => Sentence::plain("Alert over: {$facts->text('title')}", $facts->text('item')),
            SignalEntry::AlertMended => Sentence::plain("Alert corrected: {$facts->text('title')}", 'a late signal changed when it opened'),
            SignalEntry::AlertWithdrawn => Sentence::plain(
                "Alert withdrawn: {$facts->text('title')}", 'a late signal showed that it should not have opened',
            ),
            SignalEntry::AlertClosedByHand => Sentence::plain("Closed {$facts->text('title')}", $facts->text('reason')),
            SignalEntry::AlertBroughtBack => Sentence::plain("Reopened {$facts->text('title')}"),
            SignalEntry::AlertSplitOff => Sentence::plain("Split off {$facts->text('title')}"),
            SignalEntry::AlertPutTogether => Sentence::plain("Merged {$facts->text('groups')} groups", $facts->text('title')),
            SignalEntry::AlertTaken => Sentence::plain("Took the alert {$facts->text('title')}"),
            SignalEntry::AlertWaits => Sentence::plain("Deferred {$facts->text('title')}", "until {$facts->time('until')}"),
            SignalEntry::AlertBack => Sentence::plain("{$facts->text('title')} is due again"),
            SignalEntry::AlertMatched => Sentence::plain("{$facts->text('named')} is {$facts->text('name')}", 'as monitors call it'),
            SignalEntry::SignalsTaken => Sentence::plain("{$facts->text('signals')} signals taken"),
            SignalEntry::RulesSaved => Sentence::plain("Saved version {$facts->text('version')} of the rules", $facts->text('note')),
            SignalEntry::QuietSet => Sentence::plain(
                "Quiet until {$facts->time('until')}: {$facts->list('items')}", $facts->text('reason'),
            ),
            SignalEntry::QuietEnded => Sentence::plain('Ended a quiet time', $facts->text('reason')),
            SignalEntry::SourceMade => Sentence::plain("Added the source {$facts->text('name')}"),
            SignalEntry::SourceChanged => Sentence::plain("Changed the source {$facts->text('name')}"),
            SignalEntry::HeartbeatMade => Sentence::plain("Added the heartbeat {$facts->text('name')}"),
            SignalEntry::HeartbeatDropped => Sentence::plain("Removed the heartbeat {$facts->text('name')}"),
            SignalEntry::UnownedChanged => Sentence::plain('Changed which team gets what nobody owns'),
            null => null,
        };
    }

    public function written(): array
    {
        return [];
    }
}
