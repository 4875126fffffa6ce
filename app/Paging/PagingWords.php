<?php

declare(strict_types=1);

namespace App\Paging;

use App\Platform\Contracts\TellsEntries;
use App\Platform\Journal\Facts;
use App\Platform\Journal\Sentence;

/** Words for journal entries. */
final class PagingWords implements TellsEntries
{
    public function tell(string $kind, Facts $facts): ?Sentence
    {
        return match ($kind) {
            'call.started' => Sentence::plain("Calling {$facts->text('team')}", $facts->text('why') === '' ? "for {$facts->text('title')}" : $facts->text('why')),
            'call.step' => Sentence::quiet($facts->list('people') === '' ? "Step {$facts->text('step')} has nobody to call" : "Step {$facts->text('step')} calls {$facts->list('people')}", $facts->text('round') === '1' ? '' : "round {$facts->text('round')}"),
            'call.acknowledged' => Sentence::strong("{$facts->text('person')} said yes", trim("{$facts->text('how')}, {$facts->text('after')} after the first page", ', ')),
            'call.later' => Sentence::strong("{$facts->text('person')} said yes, starting in {$facts->text('minutes')} min", trim("{$facts->text('how')}, {$facts->text('after')} after the first page", ', ')),
            'call.handed' => Sentence::strong("{$facts->text('person')} handed it to {$facts->text('to')}", 'and keeps it until they say yes'),
            'call.not_handed' => Sentence::strong("{$facts->text('person')} did not take it", 'the call continues'),
            'call.asked_again' => Sentence::plain("Asked {$facts->text('person')} again", 'no activity since they took it'),
            'call.released' => Sentence::strong("{$facts->text('person')} did not answer again", 'the call continues'),
            'page.again' => Sentence::plain("Pages {$facts->text('person')} again", "{$facts->text('channel')} works again"),
            'page.delivered' => Sentence::quiet("Page reached {$facts->text('person')}", $facts->text('channel')),
            'page.tested' => Sentence::quiet("{$facts->text('person')} was reached by a test page", trim("{$facts->text('channel')}, {$facts->text('how')}", ', ')),
            'page.unclear' => Sentence::quiet("{$facts->text('person')} sent an answer that was not understood", $facts->text('text')),
            'path.fails' => Sentence::strong("Skarvo problem: pages by {$facts->text('path')} are not arriving", "{$facts->text('failures')} in a row"),
            'clock.set' => Sentence::strong("The machine's clock was set {$facts->text('way')} by {$facts->text('minutes')} minutes", 'running calls keep elapsed time'),
            'path.works' => Sentence::plain("{$facts->text('path')} works again"),
            'call.declined' => Sentence::plain("{$facts->text('person')} said no", $facts->text('why')),
            'call.exhausted' => $facts->text('words') === '' ? Sentence::strong('Nobody answered', "{$facts->text('team')}: every step of the policy was tried") : Sentence::strong($facts->text('words'), 'the call has ended; nobody is coming'),
            'call.refused' => Sentence::strong($facts->text('words'), 'nobody is left who may answer in this step'),
            'call.stopped' => Sentence::strong("Stopped the call to {$facts->text('team')}", $facts->text('why')),
            'call.resolved' => Sentence::quiet("Call to {$facts->text('team')} is over"),
            'page.queued' => Sentence::quiet("Page to {$facts->text('person')}", $facts->text('channel')),
            'page.sent' => Sentence::plain("Paged {$facts->text('person')}", "{$facts->text('channel')}, {$facts->text('delay')} after it was due"),
            'page.failed' => Sentence::strong("Page to {$facts->text('person')} failed", "{$facts->text('channel')}: {$facts->text('error')}"),
            'page.opened' => Sentence::quiet("{$facts->text('person')} opened the page"),
            'policy.saved' => Sentence::plain("Changed the policy of {$facts->text('team')}", "{$facts->text('steps')} steps, {$facts->text('rounds')} rounds"),
            'policy.dropped' => Sentence::plain("Deleted the policy {$facts->text('policy')} of {$facts->text('team')}"),
            'page.test' => Sentence::quiet("Tests how {$facts->text('person')} is reached", $facts->text('channel')),
            'person.reach' => Sentence::plain("Changed how {$facts->text('person')} is reached", "{$facts->text('ways')} ways, {$facts->text('rules')} rules"),
            default => null,
        };
    }

    public function written(): array
    {
        return ['call.declined', 'call.stopped'];
    }
}
