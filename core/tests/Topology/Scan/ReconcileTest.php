<?php

declare(strict_types=1);

namespace Skarvo\Tests\Topology\Scan;

use PHPUnit\Framework\TestCase;
use Random\Engine\Mt19937;
use Random\Randomizer;
use Skarvo\Topology\Record\Attribute;
use Skarvo\Topology\Record\AttributeKind;
use Skarvo\Topology\Record\Directory;
use Skarvo\Topology\Record\ItemType;
use Skarvo\Topology\Record\RecordFields;
use Skarvo\Topology\Scan\ConnectionRule;
use Skarvo\Topology\Scan\Finding;
use Skarvo\Topology\Scan\KnownItem;
use Skarvo\Topology\Scan\ObservedConnection;
use Skarvo\Topology\Scan\ObservedItem;
use Skarvo\Topology\Scan\SeenConnection;
use Skarvo\Topology\Scan\Snapshot;

final class ReconcileTest extends TestCase
{
    private const MORNING = 1_772_435_640;

    /** @param  list<ConnectionRule>  $rules */
    private static function record(array $rules = []): MemoryRecord
    {
        $attributes = [
            new Attribute('serial', 'Serial'), new Attribute('hostname', 'Host name'), new Attribute('address', 'Address'),
            new Attribute('memory', 'Memory', AttributeKind::Number),
        ];

        return new MemoryRecord(new RecordFields([
            'host' => new ItemType('host', $attributes, ['serial', 'hostname', 'name']),
            'server' => new ItemType('server', $attributes, ['serial', 'hostname', 'name']), 'rumour' => new ItemType('rumour'),
        ], new Directory([], [])), $rules);
    }

    /**
     * @param  list<array<string, string>>  $items  `ref` is the place in the list, `kind` is host
     * @param  list<array{0: int, 1: int, 2?: int}>  $connections
     */
    private static function snapshot(
        array $items, int $at = self::MORNING, array $connections = [], bool $complete = true, string $scanner = 'sweep',
    ): Snapshot {
        return new Snapshot(
            "s-$at", $scanner, $at, $complete,
            array_map(
                static fn(array $item, int $i): ObservedItem => new ObservedItem(
                    "r$i", $item['kind'] ?? 'host', array_diff_key($item, ['kind' => 1]),
                ),
                $items, array_keys($items),
            ),
            array_map(
                static fn(array $c): ObservedConnection => new ObservedConnection("r$c[0]", "r$c[1]", $c[2] ?? null, 5),
                $connections,
            ),
        );
    }

    public function test_the_most_trusted_attribute_decides(): void
    {
        $record = self::record();
        $record->put('a', 'host', ['serial' => 'S1', 'hostname' => 'one']);
        $record->put('b', 'host', ['hostname' => 'two']);
        $record->put('c', 'host', ['name' => 'Three']);
        $findings = $record->decide(self::snapshot([
            ['serial' => 's1', 'hostname' => 'two'], ['hostname' => 'TWO', 'serial' => 'S2'], ['name' => 'three'],
            ['serial' => 'S4', 'hostname' => 'one'],
        ]))->findings;
        self::assertSame(
            [['a', 'serial'], ['b', 'hostname'], ['c', 'name'], ['one', null]],
            array_map(static fn(Finding $f): array => [$f->id, $f->by], $findings),
            'The last is another machine under a name that was used.',
        );
    }

    public function test_what_a_person_set_is_contradicted_and_stays(): void
    {
        $record = self::record();
        $record->put('a', 'host', ['serial' => 'S1', 'memory' => '32', 'name' => 'Quay host', 'address' => '']);
        $finding = $record->take(self::snapshot([[
            'serial' => 'S1', 'memory' => '64', 'name' => 'quay HOST', 'hostname' => 'quay-1', 'address' => '10.0.0.1',
        ]]))->findings[0];
        self::assertSame(['memory' => ['32', '64'], 'address' => ['', '10.0.0.1']], $finding->contradicts);
        self::assertSame(['hostname' => ['', 'quay-1']], $finding->changes);
        self::assertSame(
            ['32', '', 'quay-1'],
            [$record->items['a']->value('memory'), $record->items['a']->value('address'), $record->items['a']->value('hostname')],
        );
    }

    public function test_a_type_that_a_person_gave_stays_and_the_item_is_recognised(): void
    {
        $record = self::record();
        $record->put('a', 'server', ['serial' => 'S1']);
        $finding = $record->take(self::snapshot([['serial' => 'S1']]))->findings[0];
        self::assertSame(['a', ['kind' => ['server', 'host']]], [$finding->id, $finding->contradicts]);
    }

    public function test_values_that_cannot_be_are_passed_over(): void
    {
        $record = self::record();
        $finding = $record->take(self::snapshot([['serial' => 'S1', 'memory' => 'lots', 'colour' => 'red']]))->findings[0];
        self::assertSame(['kind' => 'host', 'serial' => 'S1'], $finding->said);
        self::assertCount(2, $finding->passedOver);
    }

    public function test_what_cannot_be_told_apart_is_refused_and_not_missing(): void
    {
        $record = self::record();
        $record->take(self::snapshot([['serial' => 'S1', 'hostname' => 'x'], ['serial' => 'S2', 'hostname' => 'y']]));
        $record->set('y', 'hostname', 'x');
        $reconciled = $record->decide(self::snapshot(
            [['hostname' => 'x'], ['memory' => '1'], ['kind' => 'rumour', 'name' => 'z']], self::MORNING + 60,
        ));
        self::assertSame(['r0', 'r1', 'r2'], array_column($reconciled->refused, 'ref'));
        self::assertStringContainsString('is that of x and of y', $reconciled->refused[0]['why']);
        self::assertStringContainsString('none of the values by which', $reconciled->refused[1]['why']);
        self::assertStringContainsString('Give the type identifying attributes', $reconciled->refused[2]['why']);
        self::assertSame([], $reconciled->missing);
    }

    public function test_two_of_a_snapshot_cannot_be_one_item(): void
    {
        $record = self::record();
        $record->put('a', 'host', ['serial' => 'S1', 'hostname' => 'one']);
        $reconciled = $record->decide(self::snapshot([['hostname' => 'one'], ['serial' => 'S1'], ['serial' => 'S9'], ['serial' => 's9']]));
        self::assertSame(['a', 's9'], array_map(static fn(Finding $f): string => $f->id, $reconciled->findings), 'The surer one is it.');
        self::assertSame(['r3', 'r0'], array_column($reconciled->refused, 'ref'));
    }

    public function test_what_a_scan_no_longer_sees_is_not_seen_since_and_comes_back(): void
    {
        $record = self::record();
        $record->put('by-hand', 'host', ['serial' => 'H']);
        $three = [['serial' => 'S1'], ['serial' => 'S2'], ['serial' => 'S3']];
        $record->take(self::snapshot($three));
        self::assertSame([], $record->take(self::snapshot([$three[0]], self::MORNING + 60, complete: false))->missing);
        self::assertSame(['s2'], $record->take(self::snapshot([$three[0], $three[2]], self::MORNING + 120))->missing);
        self::assertSame(self::MORNING, $record->items['s2']->notSeenSince);
        self::assertSame([], $record->decide(self::snapshot([$three[0], $three[2]], self::MORNING + 180))->missing, 'It is told once.');
        self::assertNull($record->items['by-hand']->notSeenSince, 'No scan ever saw it.');
        self::assertTrue($record->take(self::snapshot($three, self::MORNING + 240))->findings[1]->isBack);
        self::assertNull($record->items['s2']->notSeenSince);
    }

    public function test_another_scanner_says_nothing_of_what_it_does_not_look_at(): void
    {
        $record = self::record();
        $record->take(self::snapshot([['serial' => 'S1']]));
        self::assertSame([], $record->decide(self::snapshot([['serial' => 'S2']], self::MORNING + 60, scanner: 'other'))->missing);
    }

    public function test_a_snapshot_that_would_retire_half_of_what_is_known_waits_for_a_person(): void
    {
        $record = self::record();
        $all = array_map(static fn(int $i): array => ['serial' => "S$i"], range(1, 10));
        $record->take(self::snapshot($all));
        self::assertNull($record->decide(self::snapshot(array_slice($all, 0, 6), self::MORNING + 60))->held);
        $half = self::snapshot(array_slice($all, 0, 5), self::MORNING + 60);
        self::assertStringContainsString('no longer sees 5 of the 10 items', (string) $record->take($half)->held);
        self::assertNull($record->items['s9']->notSeenSince);
        $record->take($half, saidYes: true);
        self::assertSame(self::MORNING, $record->items['s9']->notSeenSince);
        $few = self::record();
        $few->take(self::snapshot([['serial' => 'S1'], ['serial' => 'S2']]));
        self::assertNull($few->decide(self::snapshot([], self::MORNING + 60))->held, 'Two of two are no half of an estate.');
    }

    public function test_connections_are_proposed_unless_they_are_known_or_a_rule_accepts_them(): void
    {
        $rule = new ConnectionRule('to-databases', 'host', 'server', 5432, 'reads');
        $record = self::record([$rule]);
        $record->dependencies['a b'] = 'by hand';
        $items = [
            ['serial' => 'A', 'hostname' => 'a'], ['serial' => 'B', 'hostname' => 'b'],
            ['serial' => 'C', 'hostname' => 'c', 'kind' => 'server'],
        ];
        $links = $record->take(self::snapshot(
            $items, connections: [[0, 1], [1, 0, 80], [1, 0, 443], [0, 2, 5432], [1, 2, 22], [0, 0]],
        ))->links;
        self::assertEquals(
            [
                new SeenConnection('b', 'a', 80, 10, null), new SeenConnection('a', 'c', 5432, 5, $rule),
                new SeenConnection('b', 'c', 22, 5, null),
            ],
            $links,
        );
        self::assertSame(
            [['b', 'a'], ['b', 'c']],
            array_map(
                static fn(SeenConnection $l): array => [$l->from, $l->to],
                $record->decide(self::snapshot($items, self::MORNING + 60, [[0, 1], [1, 0], [0, 2, 5432], [1, 2, 22]]))->links,
            ),
        );
    }

    /** @return array<string, string> an item as a scan may see it, from a small stock of identities so that they meet */
    private static function seen(Randomizer $random): array
    {
        $item = ['kind' => $random->getInt(0, 4) === 0 ? 'server' : 'host'];
        foreach (['serial' => 9, 'hostname' => 9, 'name' => 6, 'memory' => 3, 'address' => 4] as $field => $many) {
            if ($random->getInt(0, 2) > 0) {
                $item[$field] = $field === 'memory' ? (string) $random->getInt(1, $many) : "$field-".$random->getInt(1, $many);
            }
        }

        return $item;
    }

    public function test_whatever_is_scanned_nothing_vanishes_and_nothing_set_by_hand_changes(): void
    {
        $random = new Randomizer(new Mt19937(21));
        for ($round = 0; $round < 400; $round++) {
            $record = self::record();
            $set = [];
            for ($n = $random->getInt(0, 5); $n > 0; $n--) {
                $byHand = self::seen($random);
                $record->put("hand-$n", $byHand['kind'], $byHand);
                $set["hand-$n"] = $byHand;
            }
            for ($step = 1; $step <= 8; $step++) {
                $before = $record->items;
                $snapshot = self::snapshot(
                    array_map(static fn(): array => self::seen($random), range(1, $random->getInt(1, 8))),
                    self::MORNING + $step * 60, [], $random->getInt(0, 3) > 0, ['sweep', 'other'][$random->getInt(0, 1)],
                );
                $reconciled = $record->take($snapshot, saidYes: $random->getInt(0, 1) === 0);
                self::assertSame([], array_diff_key($before, $record->items), 'Nothing vanishes.');
                foreach ($before as $id => $item) {
                    self::assertSame([], array_diff_key($item->byScan, $record->items[$id]->byScan), 'Nothing that was said is lost.');
                }
                foreach ($set as $id => $byHand) {
                    foreach ($byHand as $field => $value) {
                        self::assertSame($value, $record->items[$id]->value($field), 'What a person set stays.');
                    }
                }
                $ids = array_map(static fn(Finding $f): string => $f->id, $reconciled->findings);
                self::assertSame($ids, array_values(array_unique($ids)), 'No two things are one item.');
                self::assertSame([], array_intersect($ids, $reconciled->missing));
                self::assertCount(
                    count($snapshot->items), [...$reconciled->findings, ...$reconciled->refused], 'Each is one or the other.',
                );
                if ($reconciled->held === null && $random->getInt(0, 2) === 0 && $record->items !== []) {
                    $id = (string) array_rand($record->items);
                    $record->set($id, 'memory', $set[$id]['memory'] = (string) $random->getInt(90, 99));
                }
            }
        }
    }

    public function test_the_same_snapshot_again_changes_nothing(): void
    {
        $random = new Randomizer(new Mt19937(22));
        for ($round = 0; $round < 400; $round++) {
            $record = self::record();
            for ($step = 1; $step <= 4; $step++) {
                $items = array_map(static fn(): array => self::seen($random), range(1, $random->getInt(1, 8)));
                $record->take(self::snapshot($items, self::MORNING + $step * 60), saidYes: true);
                $values = array_map(static fn(KnownItem $item): array => [$item->byScan, $item->byHand], $record->items);
                $again = $record->take(self::snapshot($items, self::MORNING + $step * 60), saidYes: true);
                self::assertFalse($again->changesAnything(), (string) json_encode($items));
                self::assertEquals($values, array_map(static fn(KnownItem $item): array => [$item->byScan, $item->byHand], $record->items));
            }
        }
    }

    public function test_the_order_of_a_snapshot_does_not_matter_to_what_is_recognised(): void
    {
        $random = new Randomizer(new Mt19937(23));
        for ($round = 0; $round < 200; $round++) {
            $record = self::record();
            for ($n = 0; $n < 4; $n++) {
                $record->put("hand-$n", 'host', ['serial' => "serial-$n", 'hostname' => "hostname-$n"]);
            }
            $items = array_map(
                static fn(int $i): array => ['serial' => "serial-$i", 'hostname' => 'hostname-'.$random->getInt(0, 6)],
                range(0, 5),
            );
            $told = static function (array $items) use ($record): array {
                /** @var array<int, array<string, string>> $items */
                $told = [];
                foreach ($record->decide(self::snapshot(array_values($items)))->findings as $finding) {
                    $told[$finding->said['serial']] = $finding->by === null ? 'new' : $finding->id;
                }
                ksort($told);

                return $told;
            };
            self::assertSame($told($items), $told($random->shuffleArray($items)));
        }
    }
}
