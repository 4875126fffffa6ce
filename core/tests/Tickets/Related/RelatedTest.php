<?php

declare(strict_types=1);

namespace Skarvo\Tests\Tickets\Related;

use PHPUnit\Framework\TestCase;
use Random\Engine\Mt19937;
use Random\Randomizer;
use Skarvo\Json\BadInput;
use Skarvo\Json\Document;
use Skarvo\Tickets\Related\KnownIncident;
use Skarvo\Tickets\Related\KnownTicket;
use Skarvo\Tickets\Related\PastTicket;
use Skarvo\Tickets\Related\Placement;
use Skarvo\Tickets\Related\Related;
use Skarvo\Tickets\Related\RelatedDocument;

/** Which tickets belong to which incidents: how often that is right, and why it is said. */
final class RelatedTest extends TestCase
{
    private const EIGHT = 1_772_524_800;

    public function test_published_cases_are_told_as_often_as_the_contract_asks(): void
    {
        $all = $right = $made = $rightly = $true = 0;
        foreach (file(dirname(__DIR__, 2).'/examples/related-cases.jsonl', FILE_IGNORE_NEW_LINES | FILE_SKIP_EMPTY_LINES) ?: [] as $line) {
            $case = json_decode($line, false, 512, JSON_THROW_ON_ERROR);
            $truth = (array) $case->truth->best;
            foreach (Related::of(...RelatedDocument::read(Document::of($case->in))) as $answer) {
                $is = $truth[$answer->ticket];
                $all++;
                $right += (int) ($answer->best === $is);
                $made += (int) ($answer->best !== null);
                $rightly += (int) ($answer->best !== null && $answer->best === $is);
                $true += (int) ($is !== null);
                self::assertSound($answer);
            }
        }

        self::assertSame(1531, $all);
        self::assertGreaterThan(0.90, $right / $all);
        self::assertGreaterThan(0.92, $rightly / $made);
        self::assertGreaterThan(0.90, $rightly / $true);
    }

    public function test_what_is_beyond_doubt_is_right_also_where_words_are_not_known(): void
    {
        $random = new Randomizer(new Mt19937(14));
        $strange = static fn(string $text): string => implode(' ', array_map(
            static fn(string $word): string => $random->getInt(1, 10) <= 3 ? 'zq'.substr(md5($word), 0, 4) : $word, explode(' ', $text),
        ));
        $sure = $right = 0;
        foreach (file(dirname(__DIR__, 2).'/examples/related-cases.jsonl', FILE_IGNORE_NEW_LINES | FILE_SKIP_EMPTY_LINES) ?: [] as $line) {
            $case = json_decode($line, false, 512, JSON_THROW_ON_ERROR);
            $truth = (array) $case->truth->best;
            [$incidents, $tickets, $dependencies, $past] = RelatedDocument::read(Document::of($case->in));
            $tickets = array_map(static fn(KnownTicket $one): KnownTicket => new KnownTicket(
                $one->id, $strange($one->text), $one->at, $one->service, $one->item, $one->place,
            ), $tickets);
            foreach (Related::of($incidents, $tickets, $dependencies, $past) as $answer) {
                if ($answer->choices !== [] && $answer->choices[0]->score >= Related::BEYOND_DOUBT) {
                    $sure++;
                    $right += (int) ($answer->choices[0]->incident === $truth[$answer->ticket]);
                }
            }
        }

        self::assertGreaterThan(700, $sure);
        self::assertGreaterThanOrEqual(0.99, $right / $sure);
    }

    public function test_a_ticket_in_its_own_words_and_with_slips_finds_its_incident(): void
    {
        $answer = self::one('nobody gets trough at the ramp, the bariers do not lift', place: 'Ask');

        self::assertSame('IN-4', $answer->best);
        self::assertContains('place Ask', $answer->choices[0]->because);
        // As it was written, not as it was understood.
        self::assertStringContainsString('bariers', implode(';', $answer->choices[0]->because));
    }

    public function test_what_is_somewhere_else_or_about_something_else_belongs_to_none(): void
    {
        self::assertNull(self::one('the barriers do not lift', place: 'Kalv')->best);
        self::assertNull(self::one('the coffee machine leaks', place: 'Ask')->best);
        self::assertNull(self::one('the barriers do not lift', at: self::EIGHT - 6 * 3600)->best);
    }

    public function test_an_item_that_the_incident_stands_on_speaks_for_it(): void
    {
        $answer = self::one('out of order', item: 'arm-1', place: 'Ask');

        self::assertSame('IN-4', $answer->best);
        self::assertContains('item arm-1', $answer->choices[0]->because);
    }

    public function test_what_says_nothing_follows_those_that_are_worded_alike(): void
    {
        $text = 'grue squelches at the flimsy';
        $alone = [new KnownTicket('RE-9', $text, self::EIGHT + 900)];
        $others = array_map(
            static fn(int $i): KnownTicket => new KnownTicket("RE-$i", $text, self::EIGHT + 60 * $i, 'lanes', null, 'Ask'), range(1, 6),
        );

        self::assertGreaterThan(self::scored($alone) + 0.3, self::scored([...$others, ...$alone]));
    }

    public function test_words_are_learned_from_what_was_linked_before(): void
    {
        $ticket = new KnownTicket('RE-9', 'the flapdoodle wobbles', self::EIGHT + 600);
        $past = array_map(
            static fn(int $i): PastTicket => new PastTicket("the flapdoodle is loose, number $i", 'Barriers stay shut'), range(1, 8)
        );

        self::assertGreaterThan(self::scored([$ticket]) + 0.2, self::scored([$ticket], $past));
    }

    public function test_the_order_of_incidents_and_tickets_changes_nothing(): void
    {
        $tickets = array_map(
            static fn(int $i): KnownTicket => new KnownTicket(
                "RE-$i", ['card refused', 'the arm does not lift', 'no ship on the chart'][$i % 3], self::EIGHT + 60 * $i
            ),
            range(1, 12),
        );
        $told = static fn(array $of): array => array_map(static fn(Placement $one): array => [$one->best, array_map(
            static fn($choice): array => [$choice->incident, round($choice->score, 6)], $one->choices,
        )], $of);
        $once = $told(self::told($tickets));
        $again = $told(self::told(array_reverse($tickets), [], array_reverse(self::incidents())));
        ksort($once);
        ksort($again);

        self::assertSame($once, $again);
    }

    public function test_where_nothing_is_under_way_nothing_is_said(): void
    {
        self::assertSame(
            [['ticket' => 'RE-1', 'best' => null, 'choices' => []]],
            array_map(
                static fn(Placement $one): array => $one->toArray(), Related::of([], [new KnownTicket('RE-1', '', self::EIGHT)], [], [])
            ),
        );
    }

    public function test_a_document_that_cannot_be_is_refused_where_it_is_wrong(): void
    {
        $incident = [
            'id' => 'IN-1', 'title' => 't', 'text' => '', 'began_at' => '2026-03-02T08:00:00Z', 'ended_at' => null, 'services' => [],
            'items' => [], 'places' => [],
        ];
        $ticket = ['id' => 'RE-1', 'text' => '', 'at' => '2026-03-02T08:00:00Z', 'service' => null, 'item' => null, 'place' => null];
        $sound = ['incidents' => [$incident], 'tickets' => [$ticket], 'dependencies' => [['from' => 'a', 'to' => 'b']], 'past' => []];
        $read = static fn(array $change): array => RelatedDocument::read(
            Document::parse(json_encode([...$sound, ...$change], JSON_THROW_ON_ERROR))
        );
        self::assertCount(4, $read([]));
        foreach ([
            ['/incidents/1/id', ['incidents' => [$incident, $incident]]], ['/tickets/1/id', ['tickets' => [$ticket, $ticket]]],
            ['/incidents/0/ended_at', ['incidents' => [[...$incident, 'ended_at' => '2026-03-02T07:59:59Z']]]],
            ['/incidents/0/places/0', ['incidents' => [[...$incident, 'places' => ['']]]]],
            ['/dependencies/1', ['dependencies' => [['from' => 'a', 'to' => 'b'], ['from' => 'a', 'to' => 'b']]]],
            ['/tickets/0/text', ['tickets' => [[...$ticket, 'text' => null]]]],
            ['/past/0/words', ['past' => [['text' => '', 'incident' => 'IN-1']]]],
            ['/tickets/0/at', ['tickets' => [[...$ticket, 'at' => null]]]], ['/past', ['past' => null]],
        ] as [$at, $change]) {
            try {
                $read($change);
                self::fail($at);
            } catch (BadInput $e) {
                self::assertSame($at, $e->at);
            }
        }
    }

    private static function assertSound(Placement $answer): void
    {
        self::assertLessThanOrEqual(3, count($answer->choices));
        $before = 1.0;
        foreach ($answer->choices as $choice) {
            self::assertLessThanOrEqual($before + 0.001, $choice->score);
            self::assertGreaterThanOrEqual(0.0, $choice->score);
            self::assertNotSame('', $choice->because[0]);
            $before = $choice->score;
        }
        self::assertTrue($answer->best === null || $answer->best === $answer->choices[0]->incident);
    }

    /**
     * @param  list<KnownTicket>  $tickets
     * @param  list<PastTicket>  $past
     */
    private static function scored(array $tickets, array $past = []): float
    {
        return self::told($tickets, $past)['RE-9']->choices[0]->score;
    }

    private static function one(string $text, ?string $item = null, ?string $place = null, int $at = self::EIGHT + 600): Placement
    {
        return self::told([new KnownTicket('RE-9', $text, $at, null, $item, $place)])['RE-9'];
    }

    /**
     * @param  list<KnownTicket>  $tickets
     * @param  list<PastTicket>  $past
     * @param  list<KnownIncident>|null  $incidents
     * @return array<string, Placement>
     */
    private static function told(array $tickets, array $past = [], ?array $incidents = null): array
    {
        $told = [];
        foreach (Related::of($incidents ?? self::incidents(), $tickets, [['lanes', 'arm-1']], $past) as $answer) {
            $told[$answer->ticket] = $answer;
        }

        return $told;
    }

    /** @return list<KnownIncident> */
    private static function incidents(): array
    {
        return [
            new KnownIncident('IN-4', 'Vehicle lanes: barriers stay shut', '', self::EIGHT, null, ['lanes'], [], ['Ask']),
            new KnownIncident('IN-5', 'Payments cannot be completed', 'Cards are declined.', self::EIGHT - 1800, null, ['payment'], [], []),
            new KnownIncident('IN-6', 'Ship positions not updated', '', self::EIGHT - 600, self::EIGHT + 7200, ['tracking'], [], []),
        ];
    }
}
