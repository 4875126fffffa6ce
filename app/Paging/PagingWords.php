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
                'Calling '.self::whom($facts),
                $facts->text('why') === '' ? "for {$facts->text('title')}" : $facts->text('why'),
            ),
            PagingEntry::CallStep => Sentence::quiet(
                $facts->people('people') === ''
                    ? "Step {$facts->text('step')} has nobody to call"
                    : "Step {$facts->text('step')} calls {$facts->people('people')}",
                $facts->text('round') === '1' ? '' : "round {$facts->text('round')}",
            ),
            PagingEntry::CallAcknowledged => Sentence::strong(
                "{$facts->person('person')} said yes",
                trim(self::how($facts).", {$facts->length('after')} after the first page", ', '),
            ),
            PagingEntry::CallLater => Sentence::strong(
                "{$facts->person('person')} said yes, starting in {$facts->text('minutes')} min",
                trim(self::how($facts).", {$facts->length('after')} after the first page", ', '),
            ),
            PagingEntry::CallHanded => Sentence::strong(
                "{$facts->person('person')} handed it to {$facts->person('to')}", 'and keeps it until they say yes',
            ),
            PagingEntry::CallNotHanded => Sentence::strong("{$facts->person('person')} did not take it", 'the call continues'),
            PagingEntry::CallAskedAgain => Sentence::plain("Asked {$facts->person('person')} again", 'no activity since they took it'),
            PagingEntry::CallReleased => Sentence::strong("{$facts->person('person')} did not answer again", 'the call continues'),
            PagingEntry::PageAgain => Sentence::plain("Pages {$facts->person('person')} again", "{$facts->text('channel')} works again"),
            PagingEntry::PageDelivered => Sentence::quiet("Page reached {$facts->person('person')}", $facts->text('channel')),
            PagingEntry::PageTested => Sentence::quiet(
                "{$facts->person('person')} was reached by a test page",
                trim("{$facts->text('channel')}, ".self::how($facts), ', '),
            ),
            PagingEntry::PageUnclear => Sentence::quiet(
                "{$facts->person('person')} sent an answer that was not understood", $facts->text('text'),
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
            PagingEntry::CallDeclined => Sentence::plain("{$facts->person('person')} said no", $facts->text('why')),
            PagingEntry::CallExhausted => Sentence::strong(self::nobody($facts), 'the call has ended; nobody is coming'),
            PagingEntry::CallRefused => Sentence::strong(self::nobody($facts), 'nobody is left who may answer in this step'),
            PagingEntry::CallStopped => Sentence::strong('Stopped the call to '.self::whom($facts), $facts->text('why')),
            PagingEntry::CallResolved => Sentence::quiet('Call to '.self::whom($facts).' is over'),
            PagingEntry::PageQueued => Sentence::quiet("Page to {$facts->person('person')}", $facts->text('channel')),
            PagingEntry::PageSent => Sentence::plain(
                "Paged {$facts->person('person')}", "{$facts->text('channel')}, {$facts->length('delay')} after it was due",
            ),
            PagingEntry::PageFailed => Sentence::strong(
                "Page to {$facts->person('person')} failed", "{$facts->text('channel')}: {$facts->text('error')}",
            ),
            PagingEntry::PageOpened => Sentence::quiet("{$facts->person('person')} opened the page"),
            PagingEntry::PolicySaved => Sentence::plain(
                "Changed the policy of {$facts->text('team')}", "{$facts->text('steps')} steps, {$facts->text('rounds')} rounds",
            ),
            PagingEntry::PolicyDropped => Sentence::plain("Deleted the policy {$facts->text('policy')} of {$facts->text('team')}"),
            PagingEntry::PageTest => Sentence::quiet("Tests how {$facts->person('person')} is reached", $facts->text('channel')),
            PagingEntry::PersonReach => Sentence::plain(
                "Changed how {$facts->person('person')} is reached", "{$facts->text('ways')} ways, {$facts->text('rules')} rules",
            ),
            null => null,
        };
    }

    /** A team, or a person who is called by name. */
    private static function whom(Facts $facts): string
    {
        return $facts->person('person') ?: $facts->text('team');
    }

    /** How it came that nobody comes. */
    private static function nobody(Facts $facts): string
    {
        return $facts->number('called') === null
            ? ($facts->text('old') ?: "Nobody of {$facts->text('team')} answered")
            : Unanswered::say(self::whom($facts), $facts->text('team') !== '', $facts->person('only'), [
                'called' => $facts->number('called'), 'declined' => $facts->number('declined') ?? 0,
                'unreachable' => $facts->number('unreachable') ?? 0,
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
