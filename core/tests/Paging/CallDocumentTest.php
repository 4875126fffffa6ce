<?php

declare(strict_types=1);

namespace Skarvo\Tests\Paging;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Skarvo\Json\BadInput;
use Skarvo\Json\Document;
use Skarvo\Paging\CallDocument;
use Skarvo\Paging\Escalation;

/** What is refused in a call, and where; and what the edges of its rules give. */
final class CallDocumentTest extends TestCase
{
    private const BASE = [
        'started_at' => '2026-03-02T07:00:00Z',
        'until' => '2026-03-02T09:00:00Z',
        'policy' => ['rounds' => 1, 'steps' => [['targets' => ['person:ana'], 'wait' => 'PT5M']]],
        'people' => ['ana' => ['contacts' => [['channel' => 'push', 'after' => 'PT0S']]], 'bo' => ['contacts' => []]],
    ];

    /** @return iterable<string, array{array<string, mixed>, string, string}> */
    public static function refused(): iterable
    {
        $step = static fn(array $change): array => ['policy' => [
            'rounds' => 1, 'steps' => [['targets' => ['person:ana'], 'wait' => 'PT5M', ...$change]],
        ]];
        $rota = static fn(array $segments): array => ['rotas' => ['quay' => $segments]];
        $segment = static fn(string $from, string $to): array => [
            'from' => "2026-03-02T$from:00Z", 'to' => "2026-03-02T$to:00Z", 'person' => 'ana',
        ];
        $happening = static fn(array $given): array => ['happenings' => [$given]];
        $at = '2026-03-02T07:01:00Z';

        yield 'an end before the start' => [['until' => '2026-03-02T06:59:59Z'], 'out_of_range', '/until'];
        yield 'no round' => [['policy' => ['rounds' => 0, 'steps' => self::BASE['policy']['steps']]], 'out_of_range', '/policy/rounds'];
        yield 'too many rounds' => [
            ['policy' => ['rounds' => 21, 'steps' => self::BASE['policy']['steps']]], 'out_of_range', '/policy/rounds',
        ];
        yield 'no step' => [['policy' => ['rounds' => 1, 'steps' => []]], 'out_of_range', '/policy/steps'];
        yield 'too many steps' => [
            ['policy' => ['rounds' => 1, 'steps' => array_fill(0, 21, self::BASE['policy']['steps'][0])]], 'out_of_range',
            '/policy/steps',
        ];
        yield 'no wait' => [$step(['wait' => 'PT0S']), 'out_of_range', '/policy/steps/0/wait'];
        yield 'no target' => [$step(['targets' => []]), 'out_of_range', '/policy/steps/0/targets'];
        yield 'a target of no kind' => [$step(['targets' => ['ana']]), 'out_of_range', '/policy/steps/0/targets/0'];
        yield 'a person who is not there' => [
            $step(['targets' => ['person:ana', 'person:eve']]), 'unknown_id', '/policy/steps/0/targets/1',
        ];
        yield 'a rota that is not there' => [$step(['targets' => ['rota:quay']]), 'unknown_id', '/policy/steps/0/targets/0'];
        yield 'contacts that go back' => [
            ['people' => ['ana' => ['contacts' => [['channel' => 'push', 'after' => 'PT2M'], ['channel' => 'text', 'after' => 'PT1M']]]]],
            'out_of_range', '/people/ana/contacts/1/after',
        ];
        yield 'a contact without a channel' => [
            ['people' => ['ana' => ['contacts' => [['after' => 'PT2M']]]]], 'missing_field', '/people/ana/contacts/0/channel',
        ];
        yield 'a name with a slash' => [
            ['people' => ['a/b' => ['contact' => []], ...self::BASE['people']]], 'missing_field', '/people/a~1b/contacts',
        ];
        yield 'a segment that overlaps' => [
            $rota([$segment('07:00', '08:00'), $segment('07:59', '09:00')]), 'out_of_range', '/rotas/quay/1',
        ];
        yield 'a segment that goes back' => [$rota([$segment('08:00', '07:00')]), 'out_of_range', '/rotas/quay/0/to'];
        yield 'a segment of nobody known' => [
            $rota([[...$segment('07:00', '08:00'), 'person' => 'eve']]), 'unknown_id', '/rotas/quay/0/person',
        ];
        yield 'a happening of no kind' => [
            $happening(['at' => $at, 'kind' => 'shrugged', 'person' => 'ana']), 'out_of_range', '/happenings/0/kind',
        ];
        yield 'a happening before the start' => [
            $happening(['at' => '2026-03-02T06:00:00Z', 'kind' => 'resolved']), 'out_of_range', '/happenings/0/at',
        ];
        yield 'a resolved one with a person' => [
            $happening(['at' => $at, 'kind' => 'resolved', 'person' => 'ana']), 'unknown_field', '/happenings/0/person',
        ];
        yield 'a failed one without a channel' => [
            $happening(['at' => $at, 'kind' => 'failed', 'person' => 'ana']), 'missing_field', '/happenings/0/channel',
        ];
        yield 'an answer of nobody' => [$happening(['at' => $at, 'kind' => 'declined']), 'missing_field', '/happenings/0/person'];
        yield 'an answer on a channel' => [
            $happening(['at' => $at, 'kind' => 'declined', 'person' => 'ana', 'channel' => 'push']), 'unknown_field',
            '/happenings/0/channel',
        ];
    }

    /** @param  array<string, mixed>  $change */
    #[DataProvider('refused')]
    public function test_what_is_wrong_is_told_where_it_is(array $change, string $code, string $at): void
    {
        try {
            self::follow($change);
            self::fail('It was taken.');
        } catch (BadInput $e) {
            self::assertSame([$code, $at], [$e->error->value, $e->at]);
        }
    }

    public function test_a_person_without_contacts_is_passed_over_and_the_step_is_skipped(): void
    {
        $result = self::follow(['policy' => [
            'rounds' => 1,
            'steps' => [['targets' => ['person:bo'], 'wait' => 'PT5M'], ['targets' => ['person:ana'], 'wait' => 'PT5M']],
        ]]);

        self::assertSame([[], ['ana']], array_column($result['steps'], 'people'));
        self::assertSame(['exhausted', '2026-03-02T07:05:00Z'], [$result['outcome'], $result['at']]);
    }

    public function test_where_nobody_is_named_the_round_waits_for_somebody_to_come_on_call(): void
    {
        $result = self::follow([
            'policy' => ['rounds' => 1, 'steps' => [['targets' => ['rota:quay'], 'wait' => 'PT5M']]],
            'rotas' => ['quay' => [['from' => '2026-03-02T07:30:00Z', 'to' => '2026-03-02T08:00:00Z', 'person' => 'ana']]],
        ]);

        self::assertSame(['2026-03-02T07:30:00Z'], array_column($result['pages'], 'at'));
    }

    public function test_what_falls_on_the_end_is_told_and_nothing_later(): void
    {
        $people = ['ana' => ['contacts' => [
            ['channel' => 'push', 'after' => 'PT0S'], ['channel' => 'text', 'after' => 'PT2M'],
            ['channel' => 'voice', 'after' => 'PT2M1S'],
        ]]];
        $result = self::follow(['people' => $people, 'until' => '2026-03-02T07:02:00.9Z']);

        self::assertSame(['push', 'text'], array_column($result['pages'], 'channel'));
        self::assertSame(['waiting', null, null], [$result['outcome'], $result['at'], $result['by']]);
    }

    public function test_happenings_of_one_second_are_taken_by_their_fractions(): void
    {
        $result = self::follow(['happenings' => [
            ['at' => '2026-03-02T07:01:00.5Z', 'kind' => 'resolved'],
            ['at' => '2026-03-02T07:01:00.25Z', 'kind' => 'acknowledged', 'person' => 'bo'],
        ]]);
        self::assertSame('resolved', $result['outcome']);

        $result = self::follow(['happenings' => [
            ['at' => '2026-03-02T07:01:00.5Z', 'kind' => 'acknowledged', 'person' => 'bo'],
            ['at' => '2026-03-02T07:01:00.25Z', 'kind' => 'acknowledged', 'person' => 'ana'],
        ]]);
        self::assertSame(['acknowledged', 'bo', '2026-03-02T07:01:00Z'], [$result['outcome'], $result['by'], $result['at']]);
    }

    public function test_letting_go_in_the_last_round_adds_a_round(): void
    {
        $result = self::follow(['happenings' => [
            ['at' => '2026-03-02T07:01:00Z', 'kind' => 'acknowledged', 'person' => 'bo'],
            ['at' => '2026-03-02T07:02:00Z', 'kind' => 'released', 'person' => 'ana'],
            ['at' => '2026-03-02T07:04:00Z', 'kind' => 'released', 'person' => 'bo'],
        ]]);

        self::assertSame([1, 2], array_column($result['pages'], 'round'));
        self::assertSame(['2026-03-02T07:00:00Z', '2026-03-02T07:05:00Z'], array_column($result['pages'], 'at'));
    }

    /**
     * @param  array<string, mixed>  $change
     * @return array<string, mixed>
     */
    private static function follow(array $change): array
    {
        [$call, $until] = CallDocument::read(Document::parse(json_encode([...self::BASE, ...$change], JSON_THROW_ON_ERROR)));

        return Escalation::follow($call, $until)->toArray();
    }
}
