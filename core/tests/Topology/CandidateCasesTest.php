<?php

declare(strict_types=1);

namespace Skarvo\Tests\Topology;

use PHPUnit\Framework\TestCase;
use Random\Engine\Mt19937;
use Random\Randomizer;
use Skarvo\Topology\Candidate;
use Skarvo\Topology\Candidates;
use Skarvo\Topology\Graph;
use Skarvo\Topology\State;
use Skarvo\Topology\Strength;
use Skarvo\Topology\Trace;

/** How often the likely cause is the true one: on given cases, and on further failures of their estates. */
final class CandidateCasesTest extends TestCase
{
    /** Without FURTHER in the environment. */
    private const FURTHER = 300;

    private const START = 1_772_434_800;

    public function test_on_the_given_cases(): void
    {
        $first = $three = $count = 0;
        foreach (self::cases() as ['in' => $in, 'truth' => $truth]) {
            $graph = self::graph($in);
            $number = static fn(string $id): int => $graph->number($id) ?? throw new \LogicException("There is no $id.");
            $symptoms = array_map(
                static fn(array $s): array => [$number($s['id']), State::from($s['state']), (int) strtotime($s['at'])],
                $in['symptoms'],
            );
            $found = array_column(Candidates::of($graph, $symptoms, array_map($number, $in['watched'])), 'id');
            $count++;
            $first += in_array($found[0] ?? null, $truth, true) ? 1 : 0;
            $three += array_intersect(array_slice($found, 0, 3), $truth) === [] ? 0 : 1;
        }

        self::assertSame(60, $count);
        self::assertGreaterThanOrEqual(0.89, $first / $count, 'first');
        self::assertGreaterThanOrEqual(0.955, $three / $count, 'among the first three');
    }

    /**
     * Symptoms as in the given cases: three of four watched items that are hit show it, with up to three strays; times
     * hold no order but the cause's own.
     */
    public function test_on_further_failures_of_the_same_estates_and_more_often_than_by_overlap(): void
    {
        $graphs = array_map(static fn(array $case): Graph => self::graph($case['in']), self::cases());
        $random = new Randomizer(new Mt19937(4));
        $first = $three = $overlap = $count = 0;
        $further = (int) (getenv('FURTHER') ?: self::FURTHER);
        while ($count < $further) {
            $graph = $graphs[$random->getInt(0, count($graphs) - 1)];
            $cause = $random->getInt(0, $graph->size() - 1);
            $hit = Trace::ranks($graph, [$cause => 3]);
            if ($graph->servedBy($cause) === [] || count(array_filter($hit, static fn(int $rank): bool => $rank > 1)) < 3) {
                continue;
            }
            $watched = array_values(array_filter(range(0, $graph->size() - 1), static fn(): bool => $random->getInt(0, 99) < 73));
            $symptoms = self::symptoms($random, $cause, $hit, $watched);
            if (count($symptoms) < 2) {
                continue;
            }
            $count++;
            $shown = self::shown($graph, $cause, $watched);
            $isRight = static fn(int $item): bool => $item === $cause || self::shown($graph, $item, $watched) === $shown;
            $found = array_map(static fn(Candidate $c): int => $graph->number($c->id) ?? 0, Candidates::of($graph, $symptoms, $watched));
            $first += isset($found[0]) && $isRight($found[0]) ? 1 : 0;
            $three += array_filter(array_slice($found, 0, 3), $isRight) === [] ? 0 : 1;
            $overlap += $isRight(self::byOverlap($graph, array_column($symptoms, 0), $watched)) ? 1 : 0;
        }

        self::assertGreaterThanOrEqual(0.87, $first / $count, 'first');
        self::assertGreaterThanOrEqual(0.955, $three / $count, 'among the first three');
        self::assertGreaterThan($overlap / $count + 0.02, $first / $count);
    }

    /**
     * @param  array<int, int>  $hit
     * @param  list<int>  $watched
     * @return list<array{int, State, int}>
     */
    private static function symptoms(Randomizer $random, int $cause, array $hit, array $watched): array
    {
        $symptoms = [];
        foreach ($watched as $item) {
            if (($hit[$item] ?? 0) > 1 && $random->getInt(0, 99) < 74) {
                $symptoms[] = [
                    $item, State::ofRank($hit[$item]),
                    self::START + $random->getInt(0, 60) + ($item === $cause ? 0 : $random->getInt(5, 240)),
                ];
            }
        }
        $well = array_values(array_filter($watched, static fn(int $item): bool => ! isset($hit[$item])));
        for ($strays = $random->getInt(0, 3); $strays > 0; $strays--) {
            $symptoms[] = [
                $well[$random->getInt(0, count($well) - 1)], State::ofRank($random->getInt(2, 3)),
                self::START + $random->getInt(-600, 300),
            ];
        }

        return $symptoms;
    }

    /** @param  list<int>  $watched */
    private static function shown(Graph $graph, int $cause, array $watched): string
    {
        $hit = array_intersect_key(Trace::ranks($graph, [$cause => 3]), array_flip($watched));
        ksort($hit);

        return json_encode($hit, JSON_THROW_ON_ERROR);
    }

    /**
     * The failure whose effects overlap most with what shows trouble (F1), as one would do it without a model.
     *
     * @param  list<int>  $symptoms
     * @param  list<int>  $watched
     */
    private static function byOverlap(Graph $graph, array $symptoms, array $watched): int
    {
        $best = [-1.0, 0];
        $seen = array_fill_keys($symptoms, true);
        for ($item = 0; $item < $graph->size(); $item++) {
            $expected = array_intersect_key(
                array_filter(Trace::ranks($graph, [$item => 3]), static fn(int $rank): bool => $rank > 1), array_flip($watched),
            );
            $f1 = 2 * count(array_intersect_key($expected, $seen)) / max(1, count($expected) + count($seen));
            $best = $f1 > $best[0] ? [$f1, $item] : $best;
        }

        return $best[1];
    }

    /**
     * @return list<array{in: array{items: list<array{id: string}>, dependencies: list<array<string, string>>, groups: list<array{item: string, name: string, needs: int, strength: string}>, symptoms: list<array{id: string, state: string, at: string}>, watched: list<string>}, truth: list<string>}>
     */
    private static function cases(): array
    {
        /**
         * @var list<array{in: array{items: list<array{id: string}>, dependencies: list<array<string, string>>, groups: list<array{item: string, name: string, needs: int, strength: string}>, symptoms: list<array{id: string, state: string, at: string}>, watched: list<string>}, truth: list<string>}> $cases
         */
        $cases = array_map(
            static fn(string $line): mixed => json_decode($line, true, 16, JSON_THROW_ON_ERROR),
            file(__DIR__.'/../examples/candidates-cases.jsonl', FILE_IGNORE_NEW_LINES) ?: [],
        );

        return $cases;
    }

    /**
     * @param  array{items: list<array{id: string}>, dependencies: list<array<string, string>>,
     *      groups: list<array{item: string, name: string, needs: int, strength: string}>, ...}  $in
     */
    private static function graph(array $in): Graph
    {
        $graph = new Graph;
        $ids = $members = [];
        foreach ($in['items'] as $item) {
            $ids[$item['id']] = $graph->addItem($item['id']);
        }
        foreach ($in['dependencies'] as $dependency) {
            if (isset($dependency['group'])) {
                $members["{$dependency['from']} {$dependency['group']}"][] = $ids[$dependency['to']];
            } else {
                $graph->addNeed($ids[$dependency['from']], [$ids[$dependency['to']]], 1, Strength::from($dependency['strength'] ?? 'hard'));
            }
        }
        foreach ($in['groups'] as $group) {
            $graph->addNeed(
                $ids[$group['item']], $members["{$group['item']} {$group['name']}"] ?? [], $group['needs'],
                Strength::from($group['strength']),
            );
        }

        return $graph;
    }
}
