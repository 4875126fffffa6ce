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
        return match ($kind) {
            'call.started' => Sentence::plain(
                "Calling {$facts->text('team')}",
                $facts->text('why') === '' ? "for {$facts->text('title')}" : $facts->text('why'),
            ),
            'call.step' => Sentence::quiet(
                $facts->list('people') === ''
                    ? "Step {$facts->text('step')} has nobody to call"
                    : "Step {$facts->text('step')} calls {$facts->list('people')}",
                $facts->text('round') === '1' ? '' : "round {$facts->text('round')}",
            ),
            'call.acknowledged' => Sentence::strong(
                "{$facts->text('person')} said yes",
                trim(self::how($facts).", {$facts->length('after')} after the first page", ', '),
            ),
            'call.later' => Sentence::strong(
                "{$facts->text('person')} said yes, starting in {$facts->text('minutes')} min",
                trim(self::how($facts).", {$facts->length('after')} after the first page", ', '),
            ),
            'call.handed' => Sentence::strong(
                "{$facts->text('person')} handed it to {$facts->text('to')}", 'and keeps it until they say yes',
            ),
            'call.not_handed' => Sentence::strong("{$facts->text('person')} did not take it", 'the call continues'),
            'call.asked_again' => Sentence::plain("Asked {$facts->text('person')} again", 'no activity since they took it'),
            'call.released' => Sentence::strong("{$facts->text('person')} did not answer again", 'the call continues'),
            'page.again' => Sentence::plain("Pages {$facts->text('person')} again", "{$facts->text('channel')} works again"),
            'page.delivered' => Sentence::quiet("Page reached {$facts->text('person')}", $facts->text('channel')),
            'page.tested' => Sentence::quiet(
                "{$facts->text('person')} was reached by a test page",
                trim("{$facts->text('channel')}, ".self::how($facts), ', '),
            ),
            'page.unclear' => Sentence::quiet("{$facts->text('person')} sent an answer that was not understood", $facts->text('text')),
            'path.fails' => Sentence::strong(
                'Skarvo problem: pages by '.DeliveryPaths::words($facts->text('path')).' are not arriving',
                "{$facts->text('failures')} in a row",
            ),
            'clock.set' => Sentence::strong(
                "The machine's clock was set {$facts->text('way')} by {$facts->text('minutes')} minutes",
                'running calls keep elapsed time',
            ),
            'path.works' => Sentence::plain(DeliveryPaths::words($facts->text('path')).' works again'),
            'call.declined' => Sentence::plain("{$facts->text('person')} said no", $facts->text('why')),
            'call.exhausted' => Sentence::strong(self::nobody($facts), 'the call has ended; nobody is coming'),
            'call.refused' => Sentence::strong(self::nobody($facts), 'nobody is left who may answer in this step'),
            'call.stopped' => Sentence::strong("Stopped the call to {$facts->text('team')}", $facts->text('why')),
            'call.resolved' => Sentence::quiet("Call to {$facts->text('team')} is over"),
            'page.queued' => Sentence::quiet("Page to {$facts->text('person')}", $facts->text('channel')),
            'page.sent' => Sentence::plain(
                "Paged {$facts->text('person')}", "{$facts->text('channel')}, {$facts->length('delay')} after it was due",
            ),
            'page.failed' => Sentence::strong(
                "Page to {$facts->text('person')} failed", "{$facts->text('channel')}: {$facts->text('error')}",
            ),
            'page.opened' => Sentence::quiet("{$facts->text('person')} opened the page"),
            'policy.saved' => Sentence::plain(
                "Changed the policy of {$facts->text('team')}", "{$facts->text('steps')} steps, {$facts->text('rounds')} rounds",
            ),
            'policy.dropped' => Sentence::plain("Deleted the policy {$facts->text('policy')} of {$facts->text('team')}"),
            'page.test' => Sentence::quiet("Tests how {$facts->text('person')} is reached", $facts->text('channel')),
            'person.reach' => Sentence::plain(
                "Changed how {$facts->text('person')} is reached", "{$facts->text('ways')} ways, {$facts->text('rules')} rules",
            ),
            default => null,
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
        return ['call.declined', 'call.stopped'];
    }
}
