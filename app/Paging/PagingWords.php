<?php

declare(strict_types=1);

namespace App\Paging;

use App\Paging\Delivery\DeliveryPaths;
use App\Platform\Contracts\TellsEntries;
use App\Platform\Journal\Facts;
use App\Platform\Journal\Sentence;

/** Words for journal entries. */
final class PagingWords implements TellsEntries
{
    /** By what an answer came. */
    private const HOW = [
        'text' => 'by a reply to the text', 'mail' => 'by a reply to the mail', 'key' => 'by a key on the call',
        'chat' => 'in the chat', 'room' => 'in the room', 'page' => 'on the page',
    ];

    public function tell(string $kind, Facts $facts): ?Sentence
    {
        return match (PagingEntry::tryFrom($kind)) {
            PagingEntry::CallStarted => Sentence::plain(
                "Calling {$facts->text('team')}",
                $facts->text('why') === '' ? "for {$facts->text('title')}" : $facts->text('why'),
            ),
            PagingEntry::CallStep => Sentence::quiet(
                $facts->list('people') === ''
                    ? "Step {$facts->text('step')} has nobody to call"
                    : "Step {$facts->text('step')} calls {$facts->list('people')}",
                $facts->text('round') === '1' ? '' : "round {$facts->text('round')}",
            ),
            PagingEntry::CallAcknowledged => Sentence::strong(
                "{$facts->text('person')} said yes",
                trim(self::how($facts).", {$facts->length('after')} after the first page", ', '),
            ),
            PagingEntry::CallLater => Sentence::strong(
                "{$facts->text('person')} said yes, starting in {$facts->text('minutes')} min",
                trim(self::how($facts).", {$facts->length('after')} after the first page", ', '),
            ),
            PagingEntry::CallHanded => Sentence::strong(
                "{$facts->text('person')} handed it to {$facts->text('to')}", 'and keeps it until they say yes',
            ),
            PagingEntry::CallNotHanded => Sentence::strong("{$facts->text('person')} did not take it", 'the call continues'),
            PagingEntry::CallAskedAgain => Sentence::plain("Asked {$facts->text('person')} again", 'no activity since they took it'),
            PagingEntry::CallReleased => Sentence::strong("{$facts->text('person')} did not answer again", 'the call continues'),
            PagingEntry::PageAgain => Sentence::plain("Pages {$facts->text('person')} again", "{$facts->text('channel')} works again"),
            PagingEntry::PageDelivered => Sentence::quiet("Page reached {$facts->text('person')}", $facts->text('channel')),
            PagingEntry::PageTested => Sentence::quiet(
                "{$facts->text('person')} was reached by a test page",
                trim("{$facts->text('channel')}, ".self::how($facts), ', '),
            ),
            PagingEntry::PageUnclear => Sentence::quiet(
                "{$facts->text('person')} sent an answer that was not understood", $facts->text('text'),
            ),
            PagingEntry::PathFails => Sentence::strong(
                'Skarvo problem: pages by '.DeliveryPaths::words($facts->text('path')).' are not arriving',
                "{$facts->text('failures')} in a row",
            ),
            PagingEntry::ClockSet => Sentence::strong(
                "The machine's clock was set {$facts->text('way')} by {$facts->text('minutes')} minutes",
                'running calls keep elapsed time',
            ),
            PagingEntry::PathWorks => Sentence::plain(DeliveryPaths::words($facts->text('path')).' works again'),
            PagingEntry::CallDeclined => Sentence::plain("{$facts->text('person')} said no", $facts->text('why')),
            PagingEntry::CallExhausted => Sentence::strong(self::nobody($facts), 'the call has ended; nobody is coming'),
            PagingEntry::CallRefused => Sentence::strong(self::nobody($facts), 'nobody is left who may answer in this step'),
            PagingEntry::CallStopped => Sentence::strong("Stopped the call to {$facts->text('team')}", $facts->text('why')),
            PagingEntry::CallResolved => Sentence::quiet("Call to {$facts->text('team')} is over"),
            PagingEntry::PageQueued => Sentence::quiet("Page to {$facts->text('person')}", $facts->text('channel')),
            PagingEntry::PageSent => Sentence::plain(
                "Paged {$facts->text('person')}", "{$facts->text('channel')}, {$facts->length('delay')} after it was due",
            ),
            PagingEntry::PageFailed => Sentence::strong(
                "Page to {$facts->text('person')} failed", "{$facts->text('channel')}: {$facts->text('error')}",
            ),
            PagingEntry::PageOpened => Sentence::quiet("{$facts->text('person')} opened the page"),
            PagingEntry::PolicySaved => Sentence::plain(
                "Changed the policy of {$facts->text('team')}", "{$facts->text('steps')} steps, {$facts->text('rounds')} rounds",
            ),
            PagingEntry::PolicyDropped => Sentence::plain("Deleted the policy {$facts->text('policy')} of {$facts->text('team')}"),
            PagingEntry::PageTest => Sentence::quiet("Tests how {$facts->text('person')} is reached", $facts->text('channel')),
            PagingEntry::PersonReach => Sentence::plain(
                "Changed how {$facts->text('person')} is reached", "{$facts->text('ways')} ways, {$facts->text('rules')} rules",
            ),
            null => null,
        };
    }

    /** How it came that nobody comes. */
    private static function nobody(Facts $facts): string
    {
        // An older kind of entry has it in words, or not at all.
        return $facts->number('called') === null
            ? ($facts->text('words') ?: "Nobody of {$facts->text('team')} answered")
            : Unanswered::say([
                'whom' => $facts->text('whom'), 'isTeam' => $facts->is('isTeam'), 'called' => $facts->number('called'),
                'declined' => $facts->number('declined') ?? 0,
                'unreachable' => $facts->number('unreachable') ?? 0, 'only' => $facts->text('only'),
            ]);
    }

    private static function how(Facts $facts): string
    {
        return self::HOW[$facts->text('how')] ?? $facts->text('how');
    }

    public function written(): array
    {
        return [PagingEntry::CallDeclined, PagingEntry::CallStopped];
    }
}
