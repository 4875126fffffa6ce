<?php

declare(strict_types=1);

namespace Skarvo\Tests\Topology\Exchange;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Random\Engine\Mt19937;
use Random\Randomizer;
use Skarvo\Json\BadInput;
use Skarvo\Topology\Exchange\CsvEstate;
use Skarvo\Topology\Exchange\EstateFile;
use Skarvo\Topology\Exchange\EstateRow;
use Skarvo\Topology\Exchange\GraphMlEstate;
use Skarvo\Topology\Exchange\ImportPlan;
use Skarvo\Topology\Exchange\JsonEstate;
use Skarvo\Topology\Exchange\PlannedRow;
use Skarvo\Topology\Record\Attribute;
use Skarvo\Topology\Record\AttributeKind;
use Skarvo\Topology\Record\Directory;
use Skarvo\Topology\Record\ItemType;
use Skarvo\Topology\Record\Need;
use Skarvo\Topology\Record\NeedWords;
use Skarvo\Topology\Record\RecordFields;
use Skarvo\Topology\Record\Relation;
use Skarvo\Topology\Strength;

final class ImportPlanTest extends TestCase
{
    /** @var list<string> */
    private array $files = [];

    protected function tearDown(): void
    {
        array_map(unlink(...), $this->files);
    }

    private static function fields(): RecordFields
    {
        return new RecordFields(
            ['host' => new ItemType(
                'host', [new Attribute('serial', 'Serial'), new Attribute('memory', 'Memory', AttributeKind::Number)],
                ['serial', 'name'],
            )],
            new Directory([], [['quay', ['Quay']]]),
        );
    }

    /** @return list<Relation> */
    private static function relations(): array
    {
        return [new Relation('runs', 'runs on', 'hosts', Strength::Hard)];
    }

    private function file(string $text): string
    {
        $path = (string) tempnam(sys_get_temp_dir(), 'skarvo-estate');
        file_put_contents($path, $text);

        return $this->files[] = $path;
    }

    private function csv(string $text): CsvEstate
    {
        return new CsvEstate($this->file($text), self::fields());
    }

    /** @return list<PlannedRow> */
    private static function plan(EstateFile $file, ?MemoryKnown $known = null): array
    {
        return array_values([...(new ImportPlan($file, $known ?? new MemoryKnown, self::fields(), self::relations()))->rows()]);
    }

    /**
     * @param  list<PlannedRow>  $rows
     * @return list<array{string, string}>
     */
    private static function told(array $rows): array
    {
        return array_map(static fn(PlannedRow $row): array => [$row->id, $row->outcome], $rows);
    }

    public function test_new_changed_same_and_refused_are_told_apart(): void
    {
        $known = new MemoryKnown([
            'a' => ['fields' => ['name' => 'A', 'kind' => 'host', 'serial' => 'S1', 'tier' => '2'], 'needs' => []],
            'b' => ['fields' => ['name' => 'B', 'kind' => 'host'], 'needs' => [new Need(['a'], 1, Strength::Hard)]],
        ]);
        $file = $this->csv(
            "ID,Name,kind,tier,team,serial,needs,colour\na,A,,-,Quay,,,red\nb,B,,,,,a,\nc,,host,,,S3,runs on a,\nd,D,host,9,,,,\n"
        );
        $rows = self::plan($file, $known);
        self::assertSame([['a', 'changed'], ['b', 'same'], ['c', 'new'], ['d', 'refused']], self::told($rows));
        self::assertSame(['tier' => ['2', ''], 'team' => ['', 'quay']], $rows[0]->changes);
        self::assertSame(
            ['name' => ['', 'c'], 'kind' => ['', 'host'], 'serial' => ['', 'S3'], 'needs' => ['', 'runs on a']],
            $rows[2]->changes,
        );
        self::assertSame(['line 5', 'Tier is a number from 1, which matters most, to 4, not "9".'], [$rows[3]->at, $rows[3]->why]);
        self::assertSame(['Passed over, as no type has such an attribute: colour.'], $file->notes());
    }

    public function test_a_refused_row_takes_along_what_needs_it_and_nothing_else(): void
    {
        $rows = self::plan($this->csv("id,kind,needs\na,host,b\nb,host,c\nc,host,nowhere\nd,host,e\ne,host,\nf,host,1 of e, x\n"));
        self::assertSame(
            [['a', 'refused'], ['b', 'refused'], ['c', 'refused'], ['d', 'new'], ['e', 'new']],
            array_slice(self::told($rows), 0, 5),
        );
        self::assertStringContainsString('Needs "nowhere", which is neither recorded', (string) $rows[2]->why);
        self::assertStringContainsString('has 4 cells', (string) $rows[5]->why);
    }

    public function test_items_may_need_each_other_in_a_circle(): void
    {
        self::assertSame([['a', 'new'], ['b', 'new']], self::told(self::plan($this->csv("id,kind,needs\na,host,b\nb,host,a\n"))));
    }

    public function test_a_changed_item_that_cannot_have_its_need_still_stands_for_those_that_need_it(): void
    {
        $known = new MemoryKnown(['a' => ['fields' => ['name' => 'a', 'kind' => 'host'], 'needs' => []]]);
        self::assertSame(
            [['a', 'refused'], ['b', 'new']], self::told(self::plan($this->csv("id,kind,needs\na,,nowhere\nb,host,a\n"), $known)),
        );
    }

    public function test_no_two_items_share_an_identity(): void
    {
        $known = new MemoryKnown(['a' => ['fields' => ['name' => 'A', 'kind' => 'host', 'serial' => 'S1'], 'needs' => []]]);
        $rows = self::plan($this->csv("id,kind,serial\nb,host,s1\nc,host,S2\nd,host,s2\na,host,S1\n"), $known);
        self::assertSame([['b', 'refused'], ['c', 'new'], ['d', 'refused'], ['a', 'same']], self::told($rows));
        self::assertStringContainsString('Serial s1 is that of "a" already', (string) $rows[0]->why);
        self::assertStringContainsString('is that of "c" already', (string) $rows[2]->why);
    }

    public function test_ids_stand_once_and_are_ids(): void
    {
        $rows = self::plan($this->csv("id,kind\na,host\na,host\n,host\nb c,host\nd,\n"));
        self::assertSame(
            ['new', 'refused', 'refused', 'refused', 'refused'],
            array_map(static fn(PlannedRow $row): string => $row->outcome, $rows),
        );
        self::assertSame('"a" is there already, at line 2. Keep one.', $rows[1]->why);
        self::assertSame('It is new and has no type. Fill in "kind".', $rows[4]->why);
    }

    /** @return iterable<string, array{string, string}> */
    public static function unreadable(): iterable
    {
        yield 'no id' => ["name,kind\nA,host\n", 'line 1'];
        yield 'the same column twice' => ["id,kind,Kind\na,host,host\n", 'line 1'];
        yield 'nothing' => ['', 'line 1'];
    }

    #[DataProvider('unreadable')]
    public function test_a_file_of_which_nothing_can_be_read_says_so(string $text, string $at): void
    {
        try {
            self::plan($this->csv($text));
            self::fail('It was read.');
        } catch (BadInput $e) {
            self::assertSame($at, $e->at);
        }
    }

    public function test_json_has_the_shape_of_a_traced_estate(): void
    {
        $file = new JsonEstate((string) json_encode([
            'items' => [
                ['id' => 'a', 'kind' => 'host', 'tier' => 2, 'attributes' => ['serial' => 'S1', 'memory' => 64, 'colour' => 'red']],
                ['id' => 'b', 'kind' => 'host'], ['id' => 'c', 'kind' => ['x']], 'x',
            ],
            'dependencies' => [
                ['from' => 'a', 'to' => 'b', 'group' => 'g'], ['from' => 'a', 'to' => 'd', 'group' => 'g'],
                ['from' => 'b', 'to' => 'd', 'strength' => 'soft'], ['from' => 'e', 'to' => 'd', 'relation' => 'runs'], 'x',
            ],
            'groups' => [['item' => 'a', 'name' => 'g', 'needs' => 2, 'strength' => 'hard'], ['name' => 'g']],
        ]), self::fields());
        $known = new MemoryKnown([
            'd' => ['fields' => ['name' => 'd', 'kind' => 'host'], 'needs' => []],
            'e' => ['fields' => ['name' => 'e', 'kind' => 'host'], 'needs' => []],
        ]);
        $rows = self::plan($file, $known);
        self::assertSame([['a', 'new'], ['b', 'new'], ['c', 'refused'], ['', 'refused'], ['e', 'changed']], self::told($rows));
        self::assertSame('64', $rows[0]->changes['memory'][1]);
        self::assertSame(
            ['2 of b, d', 'to work fully: d', 'runs on d'],
            [$rows[0]->changes['needs'][1], $rows[1]->changes['needs'][1], $rows[4]->changes['needs'][1]],
        );
        self::assertCount(3, $file->notes());
    }

    public function test_a_group_that_needs_more_than_it_has_is_refused(): void
    {
        foreach ([[3, 'needs 3 and has 2'], [0, 'needs 0 and has 2']] as [$needs, $why]) {
            $rows = self::plan(new JsonEstate(
                (string) json_encode([
                    'items' => [['id' => 'a', 'kind' => 'host'], ['id' => 'b', 'kind' => 'host'], ['id' => 'c', 'kind' => 'host']],
                    'dependencies' => [['from' => 'a', 'to' => 'b', 'group' => 'g'], ['from' => 'a', 'to' => 'c', 'group' => 'g']],
                    'groups' => [['item' => 'a', 'name' => 'g', 'needs' => $needs, 'strength' => 'hard']],
                ]),
                self::fields(),
            ));
            self::assertStringContainsString($why, (string) $rows[0]->why);
        }
        $rows = self::plan(new JsonEstate(
            '{"items":[{"id":"a","kind":"host"}],"groups":[{"item":"a","name":"g","needs":1,"strength":"hard"}],"dependencies":[{"from":"a","to":"a","strength":"hard"}]}',
            self::fields(),
        ));
        self::assertSame('refused', $rows[0]->outcome);
    }

    public function test_json_that_is_none_is_refused_as_a_whole(): void
    {
        foreach (['{', '[]', '{"items": 3}'] as $text) {
            try {
                self::plan(new JsonEstate($text, self::fields()));
                self::fail('It was read.');
            } catch (BadInput $e) {
                self::assertNotSame('', $e->getMessage());
            }
        }
    }

    public function test_graphml_is_read_whoever_wrote_it(): void
    {
        $file = new GraphMlEstate($this->file('<?xml version="1.0"?><graphml xmlns="http://graphml.graphdrawing.org/xmlns"><key id="k0" for="node" attr.name="kind"/><key id="k1" for="edge" attr.name="group"/><key id="k2" for="edge" attr.name="needed"/><key id="k3" for="node" attr.name="colour"/>
            <graph edgedefault="directed"><node id="a"><data key="k0">host</data><data key="k3">red</data></node><node id="b"><data key="k0">host</data></node><node id="c"><desc>x</desc><data key="k0">host</data></node><node id="d"/>
            <edge source="a" target="b"><data key="k1">g</data><data key="k2">1</data></edge><edge source="a" target="c"><data key="k1">g</data><data key="k2">1</data></edge><edge source="b" target="c"/></graph></graphml>'), self::fields());
        $rows = self::plan($file);
        self::assertSame([['a', 'new'], ['b', 'new'], ['c', 'new'], ['d', 'refused']], self::told($rows));
        self::assertSame(['1 of b, c', 'c'], [$rows[0]->changes['needs'][1], $rows[1]->changes['needs'][1]]);
        self::assertSame(['Passed over, as no type has such an attribute: colour.'], $file->notes());
    }

    public function test_graphml_may_have_defaults_and_must_have_a_direction(): void
    {
        $graph = static fn(string $kind, string $edge): string =>
            '<graphml><key id="k0" for="node" attr.name="kind"><default>host</default></key><key id="k1" for="edge" attr.name="strength"><default>soft</default></key><graph edgedefault="'
                .$kind.'"><node id="a"/><node id="b"><data key="k0">host</data></node>'.$edge.'</graph></graphml>';
        $rows = self::plan(new GraphMlEstate($this->file($graph('directed', '<edge source="a" target="b"/>')), self::fields()));
        self::assertSame([['a', 'new'], ['b', 'new']], self::told($rows));
        self::assertSame('to work fully: b', $rows[0]->changes['needs'][1]);
        self::assertCount(
            2,
            self::plan(new GraphMlEstate(
                $this->file($graph('undirected', '<edge source="a" target="b" directed="true"/>')), self::fields(),
            )),
        );
        foreach ([
            $graph('undirected', '<edge source="a" target="b"/>'),
            $graph('directed', '<edge source="a" target="b" directed="false"/>'),
        ] as $text) {
            try {
                self::plan(new GraphMlEstate($this->file($text), self::fields()));
                self::fail("It was read: $text");
            } catch (BadInput $e) {
                self::assertSame('edge a to b', $e->at);
            }
        }
    }

    public function test_graphml_that_is_broken_or_reaches_out_is_refused(): void
    {
        foreach ([
            '<graphml><graph><node id="a">', 'no xml', '<graphml/>',
            '<!DOCTYPE g [<!ENTITY e SYSTEM "file:///etc/hostname">]><graphml><graph><node id="a"><data key="kind">&e;</data></node></graph></graphml>',
        ] as $text) {
            try {
                self::plan(new GraphMlEstate($this->file($text), self::fields()));
                self::fail("It was read: $text");
            } catch (BadInput $e) {
                self::assertNotSame('', $e->getMessage());
            }
        }
    }

    public function test_what_is_written_in_any_format_is_read_as_the_same(): void
    {
        $random = new Randomizer(new Mt19937(12));
        $words = new NeedWords(self::relations());
        for ($round = 0; $round < 150; $round++) {
            $known = new MemoryKnown;
            $ids = array_map(static fn(int $i): string => ['n', 'Ω-', 'a,b;', '<&>"'][$i % 4].$i, range(0, $random->getInt(0, 14)));
            foreach ($ids as $i => $id) {
                $known->items[$id] = [
                    'fields' => [
                        'name' => ["Plain $i", "With \"quotes\", and\nlines $i", "Æ–Ø & <$i>"][$random->getInt(0, 2)],
                        'kind' => 'host', 'tier' => (string) $random->getInt(1, 4),
                        'serial' => [
                            'S', '=1+', '-5', "'=x", "''-", '@a', '+', "'", '-',
                        ][$random->getInt(0, 8)].($i === 0 ? '' : (string) $i),
                    ],
                    'needs' => [],
                ];
                $others = array_values(array_diff($ids, [$id]));
                foreach ($random->shuffleArray($others) as $n => $other) {
                    [$relation, $strength] = [
                        [null, Strength::Soft], [null, Strength::Hard], ['runs', Strength::Hard],
                    ][$random->getInt(0, 2)];
                    if ($n < $random->getInt(0, 2)) {
                        $known->items[$id]['needs'][] = new Need([$other], 1, $strength, $relation);
                    }
                }
                if (count($others) >= 5) {
                    $known->items[$id]['needs'][] = new Need(array_slice($others, 0, 3), $random->getInt(1, 3), Strength::Soft);
                }
            }
            $rows = array_map(
                static fn(int|string $id, array $item): EstateRow => new EstateRow('', (string) $id, $item['fields'], $item['needs']),
                array_keys($known->items), $known->items,
            );
            $written = [
                'csv' => $this->csv(implode('', [...CsvEstate::write(['serial'], $rows, $words)])),
                'json' => new JsonEstate(implode('', [...JsonEstate::write($rows)]), self::fields()),
                'graphml' => new GraphMlEstate($this->file(implode('', [...GraphMlEstate::write(['serial'], $rows)])), self::fields()),
            ];
            $sorted = static fn(array $items): array => array_map(
                static fn(array $item): array => [...$item, 'needs' => NeedWords::inOrder($item['needs'])], $items,
            );
            foreach ($written as $format => $file) {
                self::assertSame(
                    [],
                    array_filter(self::plan($file, $known), static fn(PlannedRow $row): bool => $row->outcome !== PlannedRow::SAME),
                    "$format to what is there",
                );
                $copy = new MemoryKnown;
                $copy->store(self::plan($file, $copy));
                self::assertEquals($sorted($known->items), $sorted($copy->items), "$format to nothing");
            }
            $this->tearDown();
            $this->files = [];
        }
    }

    public function test_storing_twice_changes_nothing_more(): void
    {
        $random = new Randomizer(new Mt19937(4));
        for ($round = 0; $round < 200; $round++) {
            $text = "id,kind,tier,serial,needs\n";
            foreach (array_slice($random->shuffleArray(range(0, 12)), 0, $random->getInt(1, 12)) as $n) {
                $text .= implode(
                    ',',
                    [
                        "i$n", ['host', '', 'x'][$random->getInt(0, 2)], ['', '1', '5', '-'][$random->getInt(0, 3)],
                        ['', 'S'.$random->getInt(0, 5)][$random->getInt(0, 1)],
                        ['', 'i'.$random->getInt(0, 12), '-', 'runs on i'.$random->getInt(0, 12)][$random->getInt(0, 3)],
                    ],
                )."\n";
            }
            $known = new MemoryKnown(['i0' => ['fields' => ['name' => 'i0', 'kind' => 'host', 'serial' => 'S0'], 'needs' => []]]);
            $first = self::plan($this->csv($text), $known);
            $known->store($first);
            foreach ($known->items as $id => $item) {
                foreach ($item['needs'] as $need) {
                    self::assertNotContains((string) $id, $need->members);
                    self::assertSame(
                        [], array_diff($need->members, array_keys($known->items)),
                        "something needs what is not there, after\n$text",
                    );
                }
            }
            $stored = array_column(array_filter($first, static fn(PlannedRow $row): bool => $row->outcome !== PlannedRow::REFUSED), 'id');
            foreach (self::plan($this->csv($text), $known) as $row) {
                if (in_array($row->id, $stored, true) && $row->outcome !== PlannedRow::REFUSED) {
                    self::assertSame(PlannedRow::SAME, $row->outcome, "$row->id, after\n$text");
                }
            }
        }
    }
}
