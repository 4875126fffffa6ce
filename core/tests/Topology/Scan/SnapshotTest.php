<?php

declare(strict_types=1);

namespace Skarvo\Tests\Topology\Scan;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Skarvo\Json\BadInput;
use Skarvo\Json\Document;
use Skarvo\Json\ErrorCode;
use Skarvo\Topology\Scan\ObservedConnection;
use Skarvo\Topology\Scan\ObservedItem;
use Skarvo\Topology\Scan\Snapshot;

final class SnapshotTest extends TestCase
{
    /** @return array<string, mixed> */
    private static function sound(): array
    {
        return [
            'id' => 'sweep-7', 'scanner' => 'quay-sweep', 'at' => '2026-03-02T07:00:00+01:00',
            'items' => [
                ['ref' => 'a', 'kind' => 'host', 'name' => ' Host 1 ', 'attributes' => ['serial' => 'S1', 'memory' => 64, 'note' => '']],
                ['ref' => 'b', 'kind' => 'host'],
            ],
            'connections' => [['from' => 'a', 'to' => 'b', 'port' => 5432, 'seen' => 12], ['from' => 'b', 'to' => 'a']],
        ];
    }

    public function test_a_snapshot_is_read(): void
    {
        $snapshot = Snapshot::read(Document::parse((string) json_encode(self::sound())));
        self::assertSame(
            ['sweep-7', 'quay-sweep', strtotime('2026-03-02T06:00:00Z'), true],
            [$snapshot->id, $snapshot->scanner, $snapshot->at, $snapshot->complete],
        );
        self::assertEquals(
            [new ObservedItem('a', 'host', ['name' => 'Host 1', 'serial' => 'S1', 'memory' => '64']), new ObservedItem('b', 'host', [])],
            $snapshot->items,
        );
        self::assertEquals([new ObservedConnection('a', 'b', 5432, 12), new ObservedConnection('b', 'a', null, 1)], $snapshot->connections);
    }

    /** @return iterable<string, array{\Closure(array<string, mixed>): array<string, mixed>, ErrorCode, string}> */
    public static function wrong(): iterable
    {
        $with = static fn(string $path, mixed $value): \Closure => static function (array $s) use ($path, $value): array {
            $at = &$s;
            foreach (explode('/', $path) as $step) {
                $at = &$at[$step];
            }
            $at = $value;

            return $s;
        };
        yield 'no scanner' => [static fn(array $s): array => array_diff_key($s, ['scanner' => 1]), ErrorCode::MissingField, '/scanner'];
        yield 'no time' => [$with('at', 'yesterday'), ErrorCode::OutOfRange, '/at'];
        yield 'complete is a text' => [$with('complete', 'yes'), ErrorCode::WrongType, '/complete'];
        yield 'a ref twice' => [$with('items/1/ref', 'a'), ErrorCode::DuplicateId, '/items/1/ref'];
        yield 'a field that is none' => [$with('items/0/colour', 'red'), ErrorCode::UnknownField, '/items/0/colour'];
        yield 'a value that is a list' => [$with('items/0/attributes/serial', ['S1']), ErrorCode::WrongType, '/items/0/attributes/serial'];
        yield 'a long value' => [$with('items/0/attributes/serial', str_repeat('x', 1001)), ErrorCode::OutOfRange, '/items/0'];
        yield 'a connection to nothing' => [$with('connections/0/to', 'z'), ErrorCode::UnknownId, '/connections/0/to'];
        yield 'a port that is none' => [$with('connections/0/port', 70000), ErrorCode::OutOfRange, '/connections/0/port'];
        yield 'items that are none' => [$with('items', 'a'), ErrorCode::WrongType, '/items'];
    }

    /** @param  \Closure(array<string, mixed>): array<string, mixed>  $change */
    #[DataProvider('wrong')]
    public function test_what_is_wrong_is_told_with_its_place(\Closure $change, ErrorCode $error, string $at): void
    {
        try {
            Snapshot::read(Document::parse((string) json_encode($change(self::sound()))));
            self::fail('It was taken.');
        } catch (BadInput $e) {
            self::assertSame([$error, $at], [$e->error, $e->at]);
        }
    }
}
