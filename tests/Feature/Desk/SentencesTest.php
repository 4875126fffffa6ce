<?php

declare(strict_types=1);

namespace Tests\Feature\Desk;

use App\Platform\Journal\Entry;
use App\Platform\Journal\Sentence;
use PHPUnit\Framework\Attributes\DataProvider;
use Tests\TestCase;

/** Entries hold facts; sentences are made of them when they are read. */
final class SentencesTest extends TestCase
{
    /** @return iterable<string, array{string, array<string, mixed>, string, string}> kind, facts, what happened, particulars */
    public static function entries(): iterable
    {
        yield 'a title' => ['incident.changed', ['field' => 'title', 'was' => 'A', 'is' => 'B'], 'Title: B', 'was: A'];
        yield 'a stage' => [
            'incident.changed', ['field' => 'stage', 'from' => 'looking', 'to' => 'fixing', 'why' => ''], 'Fix under way', '',
        ];
        yield 'a priority' => [
            'incident.changed',
            ['field' => 'priority', 'from' => 3, 'to' => 1, 'impact' => 'wide', 'urgency' => 'now', 'why' => 'more fail'],
            'Priority 1', 'was 3; impact many people or several sites, urgency cannot wait: more fail',
        ];
        yield 'declared from alerts' => [
            'incident.declared',
            ['title' => 'T', 'priority' => 1, 'service' => 'S', 'alerts' => 2, 'reports' => 1, 'said' => null],
            'Declared, priority 1', 'T; from 2 alerts and one report, S',
        ];
        yield 'declared from one alert' => [
            'incident.declared',
            ['title' => 'T', 'priority' => 1, 'service' => 'S', 'alerts' => 1, 'reports' => 0, 'said' => null],
            'Declared, priority 1', 'T; from one alert, S',
        ];
        yield 'declared from what was said' => [
            'incident.declared',
            ['title' => 'T', 'priority' => 1, 'service' => 'S', 'alerts' => 0, 'reports' => 0, 'said' => 'Clock'],
            'Declared, priority 1', 'T; from what was said of Clock, S',
        ];
        $nobody = ['team' => 'Lanes', 'called' => 3, 'declined' => 0, 'unreachable' => 0, 'only' => null];
        yield 'nobody answered' => ['call.exhausted', $nobody, 'Nobody of Lanes answered', 'the call has ended; nobody is coming'];
        yield 'everybody said no' => [
            'call.exhausted', [...$nobody, 'declined' => 3], 'Everybody of Lanes who was called said no',
            'the call has ended; nobody is coming',
        ];
        yield 'the only one said no' => [
            'call.exhausted', [...$nobody, 'called' => 1, 'declined' => 1, 'only' => 'noor-lind'], 'Noor Lind of Lanes said no',
            'the call has ended; nobody is coming',
        ];
        yield 'nobody to call' => [
            'call.refused', [...$nobody, 'called' => 0], 'Lanes has nobody to call', 'nobody is left who may answer in this step',
        ];
        yield 'nobody could be reached' => [
            'call.exhausted', [...$nobody, 'unreachable' => 3], 'Nobody of Lanes could be reached',
            'the call has ended; nobody is coming',
        ];
        yield 'no or not reached' => [
            'call.exhausted', [...$nobody, 'declined' => 2, 'unreachable' => 1],
            'Everybody of Lanes who was called said no, or could not be reached', 'the call has ended; nobody is coming',
        ];
        yield 'a person' => [
            'call.exhausted', [...$nobody, 'team' => null, 'person' => 'noor-lind'], 'Noor Lind did not answer',
            'the call has ended; nobody is coming',
        ];
        yield 'a yes' => [
            'call.acknowledged', ['person' => 'noor-lind', 'how' => 'key', 'after' => 125], 'Noor Lind said yes',
            'by a key on the call, 2 min 5 s after the first page',
        ];
        yield 'a quick yes' => [
            'call.acknowledged', ['person' => 'noor-lind', 'how' => 'page', 'after' => 59], 'Noor Lind said yes',
            'on the page, 59 s after the first page',
        ];
        yield 'a page' => [
            'page.sent', ['person' => 'noor-lind', 'channel' => 'push', 'delay' => 0.25], 'Paged Noor Lind', 'push, 0.3 s after it was due',
        ];
        yield 'turns, on the clocks of the rota' => [
            'rota.taken',
            [
                'rota' => 'Lanes', 'zone' => 'Europe/Oslo',
                'changes' => [['from' => 1_772_524_800, 'to' => 1_772_528_400, 'was' => 'noor-lind', 'is' => null]],
            ],
            'Changed Lanes', 'Tue 3 Mar 09:00 to Tue 3 Mar 10:00: nobody; Noor Lind was on call',
        ];
        yield 'leave' => ['person.absence', ['person' => 'noor-lind', 'kind' => 'leave'], 'Noor Lind is on leave for a while', ''];
        yield 'a wish' => [
            'person.absence', ['person' => 'noor-lind', 'kind' => 'wish'], 'Noor Lind would rather not be on call for a while',
            '',
        ];
        yield 'no leave' => ['person.absence', ['person' => 'noor-lind', 'kind' => 'none'], 'Noor Lind is not away after all', ''];
        yield 'a snapshot' => [
            'snapshot.taken', ['scanner' => 'net', 'counts' => ['new' => 2, 'recognised' => 5, 'missing' => 0]],
            'Took a snapshot of net', '5 recognised, 2 new',
        ];
        yield 'a snapshot that was let in' => [
            'snapshot.taken', ['scanner' => 'net', 'though' => 'Half is gone'], 'Took a snapshot of net', 'though half is gone',
        ];
        yield 'a file' => [
            'import.stored', ['name' => 'x.csv', 'counts' => ['new' => 2, 'changed' => 1, 'refused' => 0, 'same' => 9]],
            'Stored x.csv', '2 new, 1 changed',
        ];
        yield 'a rule for connections' => [
            'rule.saved', ['from' => 'host', 'to' => null, 'port' => 5432, 'relation' => 'needs'],
            'Accepts connections automatically: host needs anything on port 5432', '',
        ];
        yield 'what nobody has words for' => ['tide.turned', [], 'tide.turned', ''];
    }

    /** @param  array<string, mixed>  $facts */
    #[DataProvider('entries')]
    public function test_facts_are_told_in_words(string $kind, array $facts, string $lead, string $rest): void
    {
        $sentence = Sentence::of((new Entry)->forceFill(['kind' => $kind, 'facts' => $facts]));

        self::assertSame([$lead, $rest], [$sentence->lead, $sentence->rest]);
    }
}
