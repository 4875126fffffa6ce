<?php

declare(strict_types=1);

namespace Skarvo\Tests\Topology\Record;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Random\Engine\Mt19937;
use Random\Randomizer;
use Skarvo\Topology\Record\BadValue;
use Skarvo\Topology\Record\Need;
use Skarvo\Topology\Record\NeedWords;
use Skarvo\Topology\Record\Relation;
use Skarvo\Topology\Strength;

final class NeedWordsTest extends TestCase
{
    private static function words(): NeedWords
    {
        return new NeedWords([
            new Relation('runs', 'runs on', 'hosts', Strength::Hard),
            new Relation('told', 'runs on the time of', 'gives the time to', Strength::Soft),
        ]);
    }

    public function test_words_become_needs(): void
    {
        self::assertEquals([
            new Need(['quay-db'], 1, Strength::Hard), new Need(['host-01'], 1, Strength::Hard, 'runs'),
            new Need(['clk-1', 'clk-2'], 1, Strength::Soft, 'told'),
            new Need(['gate-1', 'gate-2', 'gate-3'], 2, Strength::Soft), new Need(['bus'], 1, Strength::Soft),
        ],
            self::words()->parse(
                ' quay-db; Runs on host-01; runs on the time of 1 of clk-1, clk-2;  to work fully: 2 of gate-1, gate-2, gate-3; to work fully: bus; '
            ));
    }

    public function test_an_id_may_hold_what_parts_words(): void
    {
        self::assertSame(['a,b', 'c;d'], array_map(static fn(Need $need): string => $need->members[0], self::words()->parse('a,b; c;d')));
    }

    public function test_nothing_is_needed(): void
    {
        self::assertSame([], self::words()->parse('  '));
        self::assertSame('', self::words()->format([]));
    }

    /** @return iterable<string, array{string, string}> */
    public static function wrong(): iterable
    {
        yield 'itself' => ['a; me', 'cannot need itself'];
        yield 'itself among several' => ['1 of a, me', 'cannot need itself'];
        yield 'more than there are' => ['3 of a, b', 'needs 3 and has 2'];
        yield 'none of them' => ['0 of a, b', 'needs 0 and has 2'];
        yield 'how many is not said' => ['a, b', 'say how many'];
        yield 'twice in a group' => ['1 of a, a', 'names an item twice'];
        yield 'twice' => ['a; a', 'is said twice'];
        yield 'twice, in two strengths' => ['a; to work fully: a', 'is said twice'];
        yield 'the same group in another order' => ['1 of a, b; 1 of b, a', 'is said twice'];
        yield 'a relation that is none' => ['stands beside a', 'is not understood'];
    }

    #[DataProvider('wrong')]
    public function test_what_makes_no_sense_is_refused(string $text, string $why): void
    {
        $this->expectException(BadValue::class);
        $this->expectExceptionMessage($why);
        self::words()->parse($text, 'me');
    }

    public function test_any_needs_come_back_in_one_order(): void
    {
        $random = new Randomizer(new Mt19937(5));
        for ($round = 0; $round < 2000; $round++) {
            $needs = $keys = [];
            for ($n = $random->getInt(0, 5); $n > 0; $n--) {
                $ids = array_map(
                    static fn(int $i): string => "item-$i,x", (array) array_rand(array_flip(range(0, 30)), $random->getInt(2, 6)),
                );
                $members = $random->getInt(0, 1) === 0 ? [$ids[0]] : $ids;
                $relation = [null, 'runs', 'told'][$random->getInt(0, 2)];
                $strength = $relation === null
                    ? ($random->getInt(0, 1) === 0 ? Strength::Hard : Strength::Soft)
                    : ($relation === 'runs' ? Strength::Hard : Strength::Soft);
                $need = new Need($members, count($members) === 1 ? 1 : $random->getInt(1, count($members)), $strength, $relation);
                sort($ids);
                $key = count($members) === 1 ? $members[0] : implode(' ', $ids)." $need->needed $strength->value";
                if (! isset($keys[$key])) {
                    $keys[$key] = true;
                    $needs[] = $need;
                }
            }
            $text = self::words()->format($needs);
            self::assertEquals(NeedWords::inOrder($needs), self::words()->parse($text), $text);
            self::assertSame($text, self::words()->format($random->shuffleArray($needs)));
        }
    }
}
