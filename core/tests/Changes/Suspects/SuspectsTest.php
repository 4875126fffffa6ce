<?php

declare(strict_types=1);

namespace Skarvo\Tests\Changes\Suspects;

use PHPUnit\Framework\TestCase;
use Random\Engine\Mt19937;
use Random\Randomizer;
use Skarvo\Changes\ChangeKind;
use Skarvo\Changes\ChangeResult;
use Skarvo\Changes\Suspects\RecentChange;
use Skarvo\Changes\Suspects\Suspect;
use Skarvo\Changes\Suspects\Suspects;
use Skarvo\Changes\Suspects\SuspectsDocument;
use Skarvo\Json\Document;
use Skarvo\Topology\Graph;
use Skarvo\Topology\State;
use Skarvo\Topology\Strength;

/** How often the change that did it is found: on given cases, and on estates of our own. */
final class SuspectsTest extends TestCase
{
    /** Without FURTHER in the environment. */
    private const FURTHER = 300;

    private const FIRST = 1_772_434_800;

    public function test_on_the_given_cases(): void
    {
        $cases = [];
        foreach (file(dirname(__DIR__, 2).'/examples/suspects-cases.jsonl') ?: [] as $line) {
            $row = json_decode($line, false, 512, JSON_THROW_ON_ERROR);
            $cases[] = [$row->truth->change, Suspects::of(...SuspectsDocument::read(Document::of($row->in)))];
        }
        $rates = self::rates($cases);

        self::assertCount(40, $cases);
        self::assertGreaterThanOrEqual(0.92, $rates['first']);
        self::assertGreaterThanOrEqual(0.97, $rates['three']);
        self::assertGreaterThanOrEqual(0.9, $rates['above']);
    }

    public function test_on_further_estates_with_misleading_changes(): void
    {
        $random = new Randomizer(new Mt19937(21));
        $cases = $latest = [];
        for ($n = (int) (getenv('FURTHER') ?: self::FURTHER); $n > 0; $n--) {
            $made = ChangedEstate::make($random);
            $cases[] = [$made->cause, Suspects::of($made->graph, $made->symptoms, $made->watched, $made->changes)];
            $latest[] = [$made->cause, self::latest($made)];
        }
        $rates = self::rates($cases);

        self::assertGreaterThanOrEqual(0.9, $rates['first']);
        self::assertGreaterThanOrEqual(0.97, $rates['three']);
        self::assertGreaterThanOrEqual(0.86, $rates['above']);
        // What one would do without a model: blame what ended last before it began.
        self::assertGreaterThan(self::rates($latest)['first'] + 0.2, $rates['first']);
    }

    public function test_what_is_told_of_a_suspect(): void
    {
        $graph = new Graph;
        [$db, $app, $other] = array_map($graph->addItem(...), ['db', 'app', 'other']);
        $graph->addNeed($app, [$db], 1, Strength::Hard);
        $change = static fn(string $id, int $from, ?int $to, int ...$items): RecentChange => new RecentChange(
            $id, self::FIRST + $from, $to === null ? null : self::FIRST + $to, array_values($items), ChangeKind::Normal, null, null,
        );
        $found = Suspects::of($graph, [[$db, State::Down, self::FIRST], [$app, State::Down, self::FIRST + 30]], null, [
            $change('CH-1', -600, -119, $db), $change('CH-2', -7200, null, $other), $change('CH-3', 31, 60, $db),
            $change('CH-4', -90, 500, $app), $change('CH-5', -90, -61),
        ]);
        $rows = array_column(array_map(static fn(Suspect $one): array => $one->toArray(), $found), null, 'id');

        self::assertSame('CH-1', $found[0]->id);
        self::assertEqualsCanonicalizing(['CH-1', 'CH-4', 'CH-5'], array_keys($rows), 'CH-2 explains nothing, CH-3 came after.');
        self::assertSame(
            ['minutes_before' => 1, 'items' => ['db'], 'explains' => ['app', 'db'], 'leaves' => [], 'also_expected' => []],
            array_diff_key($rows['CH-1'], ['id' => 0, 'score' => 0]),
        );
        self::assertSame([1, ['app'], ['db']], [$rows['CH-4']['minutes_before'], $rows['CH-4']['items'], $rows['CH-4']['leaves']]);
        self::assertSame([[], []], [$rows['CH-5']['items'], $rows['CH-5']['explains']]);
        self::assertLessThanOrEqual(1, array_sum(array_column($rows, 'score')));
    }

    public function test_one_that_began_after_the_first_symptom_counts_backwards(): void
    {
        $graph = new Graph;
        $db = $graph->addItem('db');
        $found = Suspects::of($graph, [[$db, State::Down, self::FIRST], [$db, State::Down, self::FIRST + 600]], null, [
            new RecentChange('CH-1', self::FIRST - 1, null, [$db], ChangeKind::Emergency, null, 0.5),
        ]);

        self::assertSame(0, $found[0]->minutesBefore);
        self::assertSame([], Suspects::of($graph, [], null, []));
        $later = $graph->addItem('later');
        $found = Suspects::of($graph, [[$db, State::Down, self::FIRST], [$later, State::Down, self::FIRST + 600]], null, [
            new RecentChange('CH-2', self::FIRST + 1, self::FIRST + 90, [$later], ChangeKind::Emergency, ChangeResult::Failed, 0.5),
        ]);
        self::assertSame(-1, $found[0]->minutesBefore);
    }

    /**
     * @param  list<array{string|null, list<Suspect>}>  $cases  the truth, and who was suspected
     * @return array{first: float, three: float, above: float}
     */
    private static function rates(array $cases): array
    {
        $first = $three = 0;
        $with = $without = [];
        foreach ($cases as [$truth, $suspects]) {
            $score = $suspects === [] ? 0.0 : $suspects[0]->score;
            if ($truth === null) {
                $without[] = $score;

                continue;
            }
            $with[] = $score;
            $place = array_search($truth, array_map(static fn(Suspect $one): string => $one->id, $suspects), true);
            $first += $place === 0 ? 1 : 0;
            $three += $place !== false && $place < 3 ? 1 : 0;
        }
        $above = 0.0;
        foreach ($with as $a) {
            foreach ($without as $b) {
                $above += $a > $b ? 1.0 : ($a === $b ? 0.5 : 0.0);
            }
        }

        return ['first' => $first / count($with), 'three' => $three / count($with), 'above' => $above / (count($with) * count($without))];
    }

    /** @return list<Suspect> */
    private static function latest(ChangedEstate $made): array
    {
        $first = min([PHP_INT_MAX, ...array_column($made->symptoms, 2)]);
        $before = array_filter($made->changes, static fn(RecentChange $one): bool => ($one->to ?? $one->from) <= $first);
        usort($before, static fn(RecentChange $a, RecentChange $b): int => ($b->to ?? $b->from) <=> ($a->to ?? $a->from));

        return array_map(static fn(RecentChange $one): Suspect => new Suspect($one->id, 1.0, 0, [], [], [], []), $before);
    }
}
