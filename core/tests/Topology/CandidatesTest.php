<?php

declare(strict_types=1);

namespace Skarvo\Tests\Topology;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Random\Engine\Mt19937;
use Random\Randomizer;
use Skarvo\Json\BadInput;
use Skarvo\Json\Document;
use Skarvo\Topology\Candidate;
use Skarvo\Topology\Candidates;
use Skarvo\Topology\EstateDocument;
use Skarvo\Topology\Graph;
use Skarvo\Topology\State;
use Skarvo\Topology\Strength;
use Skarvo\Topology\Trace;

final class CandidatesTest extends TestCase
{
    private const CASES = 600;

    private const ESTATE = ['items' => [
        ['id' => 'db'], ['id' => 'web-1'], ['id' => 'web-2'], ['id' => 'shop'], ['id' => 'till'], ['id' => 'net'],
    ], 'dependencies' => [
        ['from' => 'shop', 'to' => 'web-1', 'group' => 'webs'], ['from' => 'shop', 'to' => 'web-2', 'group' => 'webs'],
        ['from' => 'web-1', 'to' => 'db', 'strength' => 'hard'],
        ['from' => 'web-2', 'to' => 'db', 'strength' => 'hard'], ['from' => 'till', 'to' => 'net', 'strength' => 'hard'],
        ['from' => 'shop', 'to' => 'net', 'strength' => 'soft'],
    ], 'groups' => [['item' => 'shop', 'name' => 'webs', 'needs' => 1, 'strength' => 'hard']]];

    public function test_the_true_cause_is_first_or_among_the_first_three_far_more_often_than_by_overlap(): void
    {
        [$first, $three] = self::hitRates(5000, true);

        self::assertGreaterThanOrEqual(0.86, $first, 'first');
        self::assertGreaterThanOrEqual(0.95, $three, 'among the first three');
    }

    public function test_checks_that_do_not_see_lost_spares_mislead_little(): void
    {
        [$first, $three] = self::hitRates(9000, false);

        self::assertGreaterThanOrEqual(0.7, $first, 'first');
        self::assertGreaterThanOrEqual(0.9, $three, 'among the first three');
    }

    /**
     * @return array{float, float} how often the true cause, or one that no watched item could tell from it, is first, and among the first
     *      three
     */
    private static function hitRates(int $seed, bool $seesSpares): array
    {
        $first = $three = $cases = 0;
        for (; $cases < self::CASES; $seed++) {
            $estate = FaultyEstate::make(new Randomizer(new Mt19937($seed)), $seesSpares);
            if ($estate === null) {
                continue;
            }
            $cases++;
            $shown = $estate->shown($estate->cause, $estate->rank);
            foreach (Candidates::of($estate->graph, $estate->symptoms, $estate->watched) as $place => $candidate) {
                $item = $estate->graph->number($candidate->id) ?? 0;
                if ($item === $estate->cause || $estate->shown($item, 3) === $shown || $estate->shown($item, 2) === $shown) {
                    $first += $place === 0 ? 1 : 0;
                    $three += $place < 3 ? 1 : 0;

                    break;
                }
            }
        }

        return [$first / $cases, $three / $cases];
    }

    public function test_what_holds_for_any_symptoms(): void
    {
        for ($seed = 1; $seed <= 60; $seed++) {
            $estate = FaultyEstate::make(new Randomizer(new Mt19937($seed)));
            if ($estate === null) {
                continue;
            }
            $seen = array_values(array_unique(array_map(
                static fn(array $symptom): string => $estate->graph->id($symptom[0]), $estate->symptoms,
            )));
            sort($seen, SORT_STRING);
            $watched = array_map($estate->graph->id(...), $estate->watched);
            $candidates = Candidates::of($estate->graph, $estate->symptoms, $estate->watched);
            self::assertLessThanOrEqual(10, count($candidates));
            self::assertLessThanOrEqual(1.001, array_sum(array_map(static fn(Candidate $c): float => $c->score, $candidates)));
            foreach ($candidates as $i => $candidate) {
                $all = [...$candidate->explains, ...$candidate->leaves];
                sort($all, SORT_STRING);
                self::assertSame($seen, $all);
                self::assertNotSame([], $candidate->explains);
                self::assertSame([], array_diff($candidate->alsoExpected, $watched));
                self::assertSame([], array_intersect($candidate->alsoExpected, $seen));
                self::assertGreaterThanOrEqual(($candidates[$i + 1] ?? $candidate)->score, $candidate->score);
                $hit = Trace::ranks($estate->graph, [(int) $estate->graph->number($candidate->id) => $candidate->as->rank()]);
                self::assertSame(
                    count($candidate->explains), count(array_intersect_key($hit, array_flip(array_column($estate->symptoms, 0)))),
                );
            }
            // The order of the symptoms does not matter.
            self::assertEquals(
                $candidates, Candidates::of($estate->graph, array_reverse($estate->symptoms), array_reverse($estate->watched)),
            );
        }
    }

    public function test_what_is_under_all_symptoms_is_behind_them(): void
    {
        $candidates = self::ask([
            'symptoms' => [
                ['id' => 'shop', 'state' => 'down', 'at' => '2026-03-02T07:15:00Z'],
                ['id' => 'web-1', 'state' => 'down', 'at' => '2026-03-02T07:14:00Z'],
                ['id' => 'web-2', 'state' => 'down', 'at' => '2026-03-02T07:14:10Z'],
            ],
            'watched' => ['shop', 'web-1', 'web-2', 'till'],
        ]);

        self::assertSame('db', $candidates[0]['id']);
        self::assertSame(
            [['shop', 'web-1', 'web-2'], [], []],
            [$candidates[0]['explains'], $candidates[0]['leaves'], $candidates[0]['also_expected']],
        );
        self::assertGreaterThan(0.9, $candidates[0]['score']);
    }

    public function test_on_a_large_estate_what_would_hit_thousands_that_show_nothing_is_passed_over(): void
    {
        $graph = new Graph;
        $power = $graph->addItem('power');
        $symptoms = [];
        for ($hall = 0; $hall < 400; $hall++) {
            $switch = $graph->addItem("switch-$hall");
            $graph->addNeed($switch, [$power], 1, Strength::Hard);
            for ($n = 0; $n < 25; $n++) {
                $host = $graph->addItem("host-$hall-$n");
                $graph->addNeed($host, [$switch], 1, Strength::Hard);
                if ($hall === 7 && $n < 20) {
                    $symptoms[] = [$host, State::Down, 1_772_435_640 + $n];
                }
            }
        }
        $candidates = Candidates::of($graph, $symptoms, null);

        self::assertSame('switch-7', $candidates[0]->id);
        self::assertGreaterThan(0.9, $candidates[0]->score);
        self::assertNotContains('power', array_map(static fn(Candidate $c): string => $c->id, $candidates));
    }

    public function test_what_shows_trouble_is_a_candidate_however_much_shows_none_yet(): void
    {
        foreach ([50, 3000] as $dependents) {
            $graph = new Graph;
            $store = $graph->addItem('store');
            for ($n = 0; $n < $dependents; $n++) {
                $graph->addNeed($graph->addItem("host-$n"), [$store], 1, Strength::Hard);
            }

            self::assertSame('store', Candidates::of($graph, [[$store, State::Down, 1_772_435_640]], null)[0]->id);
        }
    }

    public function test_a_cause_seldom_begins_after_its_effects(): void
    {
        $with = static fn(string $till): array => self::ask(['symptoms' => [
            ['id' => 'net', 'state' => 'down', 'at' => '2026-03-02T07:14:00Z'],
            ['id' => 'till', 'state' => 'down', 'at' => $till],
        ]]);
        $score = static fn(array $candidates): float => array_column($candidates, 'score', 'id')['net'];

        self::assertGreaterThan($score($with('2026-03-02T07:10:00Z')), $score($with('2026-03-02T07:15:00Z')));
    }

    public function test_missing_symptoms_speak_against_a_cause_where_somebody_watches(): void
    {
        $symptom = ['symptoms' => [['id' => 'till', 'state' => 'down', 'at' => '2026-03-02T07:14:00Z']]];
        $all = array_column(self::ask($symptom), null, 'id');
        self::assertSame(['net', 'shop'], $all['net']['also_expected']);
        self::assertSame([], self::ask([...$symptom, 'watched' => ['till']])[0]['also_expected']);
        self::assertSame('till', self::ask($symptom)[0]['id']);
    }

    public function test_without_symptoms_nothing_is_behind_anything(): void
    {
        self::assertSame([], self::ask([]));
        self::assertSame([], self::ask(['symptoms' => [['id' => 'till', 'state' => 'up', 'at' => '2026-03-02T07:14:00Z']]]));
    }

    /** @return iterable<string, array{array<string, mixed>, string, string}> */
    public static function refused(): iterable
    {
        yield 'a symptom of nothing' => [
            ['symptoms' => [['id' => 'x', 'state' => 'down', 'at' => '2026-03-02T07:14:00Z']]], 'unknown_id', '/symptoms/0/id',
        ];
        yield 'a symptom without a time' => [['symptoms' => [['id' => 'db', 'state' => 'down']]], 'missing_field', '/symptoms/0/at'];
        yield 'a watched item that is none' => [['watched' => ['db', 'x']], 'unknown_id', '/watched/1'];
        yield 'watched that is no list' => [['watched' => 'db'], 'wrong_type', '/watched'];
        yield 'observed, which is of trace' => [['observed' => []], 'unknown_field', '/observed'];
    }

    /** @param  array<string, mixed>  $more */
    #[DataProvider('refused')]
    public function test_bad_input_is_refused_where_it_is_wrong(array $more, string $code, string $at): void
    {
        try {
            self::ask($more);
            self::fail('It was taken.');
        } catch (BadInput $e) {
            self::assertSame([$code, $at], [$e->error->value, $e->at]);
        }
    }

    /**
     * @param  array<string, mixed>  $more
     * @return list<array{id: string, score: float, explains: list<string>, leaves: list<string>, also_expected: list<string>}>
     */
    private static function ask(array $more): array
    {
        [$graph, $symptoms, $watched] = EstateDocument::forCandidates(Document::parse(
            json_encode([...self::ESTATE, ...$more], JSON_THROW_ON_ERROR),
        ));

        return array_map(static fn(Candidate $candidate): array => $candidate->toArray(), Candidates::of($graph, $symptoms, $watched));
    }
}
