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
        return match ($kind) {
            'alert.opened' => Sentence::plain("Alert: {$facts->text('title')}", $facts->text('item')),
            'alert.reopened' => Sentence::plain("Alert again: {$facts->text('title')}", $facts->text('item')),
            'alert.closed' => Sentence::plain("Alert over: {$facts->text('title')}", $facts->text('item')),
            'alert.mended' => Sentence::plain("Alert corrected: {$facts->text('title')}", 'a late signal changed when it opened'),
            'alert.withdrawn' => Sentence::plain(
                "Alert withdrawn: {$facts->text('title')}", 'a late signal showed that it should not have opened',
            ),
            'alert.put_away' => Sentence::plain("Closed {$facts->text('title')}", $facts->text('reason')),
            'alert.brought_back' => Sentence::plain("Reopened {$facts->text('title')}"),
            'alert.split_off' => Sentence::plain("Split off {$facts->text('title')}"),
            'alert.put_together' => Sentence::plain("Merged {$facts->text('groups')} groups", $facts->text('title')),
            'alert.taken' => Sentence::plain("Took the alert {$facts->text('title')}"),
            'alert.waits' => Sentence::plain("Deferred {$facts->text('title')}", "until {$facts->time('until')}"),
            'alert.back' => Sentence::plain("{$facts->text('title')} is due again"),
            'alert.matched' => Sentence::plain("{$facts->text('named')} is {$facts->text('name')}", 'as monitors call it'),
            'signals.taken' => Sentence::plain("{$facts->text('signals')} signals taken"),
            'rules.saved' => Sentence::plain("Saved version {$facts->text('version')} of the rules", $facts->text('note')),
            'quiet.set' => Sentence::plain("Quiet until {$facts->time('until')}: {$facts->list('items')}", $facts->text('reason')),
            'quiet.ended' => Sentence::plain('Ended a quiet time', $facts->text('reason')),
            'source.made' => Sentence::plain("Added the source {$facts->text('name')}"),
            'source.changed' => Sentence::plain("Changed the source {$facts->text('name')}"),
            'heartbeat.made' => Sentence::plain("Added the heartbeat {$facts->text('name')}"),
            'heartbeat.dropped' => Sentence::plain("Removed the heartbeat {$facts->text('name')}"),
            default => null,
        };
    }

    public function written(): array
    {
        return [];
    }
}
