<?php

declare(strict_types=1);

namespace Skarvo\Tests\Json;

use PHPUnit\Framework\TestCase;
use Random\Engine\Mt19937;
use Random\Randomizer;
use Skarvo\Json\Document;
use Skarvo\Json\LongList;
use Skarvo\Topology\EstateDocument;

final class LongListTest extends TestCase
{
    public function test_a_list_is_taken_out_and_read_as_it_would_be_at_once(): void
    {
        $random = new Randomizer(new Mt19937(14));
        for ($round = 0; $round < 60; $round++) {
            $rows = [];
            for ($n = $random->getInt(0, 3) === 0 ? $random->getInt(395, 1300) : $random->getInt(0, 5); $n > 0; $n--) {
                $rows[] = (object) array_filter(
                    [
                        'from' => ['a', 'b"{[', '\\', 'æ, }]', "\u{2028}\n"][$random->getInt(0, 4)].$n,
                        'n' => $random->getInt(-5, 5) / 2, 't' => [true, false, null][$random->getInt(0, 2)],
                    ],
                    static fn(mixed $v): bool => $v !== null,
                );
            }
            $document = [
                'x' => $random->getInt(0, 9), 'items' => [(object) ['id' => 'a']], 'list' => $rows, 'name' => 'list: [',
                'more' => [],
            ];
            $json = (string) json_encode(
                (object) array_merge(...array_map(
                    static fn(string $name): array => [$name => $document[$name]], $random->shuffleArray(array_keys($document)),
                )),
                [0, JSON_PRETTY_PRINT, JSON_UNESCAPED_UNICODE][$random->getInt(0, 2)],
            );
            $taken = LongList::takeOut($json, 'list');
            self::assertNotNull($taken);
            self::assertSame(json_encode($rows), json_encode(iterator_to_array($taken[1])));
            self::assertSame(json_encode($rows), json_encode(iterator_to_array($taken[1])), 'It can be walked again.');
            $rest = json_decode($taken[0], false, 512, JSON_THROW_ON_ERROR);
            $whole = json_decode($json, false, 512, JSON_THROW_ON_ERROR);
            $whole->list = [];
            self::assertSame(json_encode($whole), json_encode($rest));
        }
    }

    public function test_what_has_another_form_is_left_alone(): void
    {
        foreach ([
            '', '[]', '{"list": 3}', '{"other": []}', '{"list": [], "list": []}', '{"list": [{"a": [1]}]}',
            '{"list": [{"a": {}}]}', '{"list": [1]}', '{"list": [{}]', '{"list": [{},]}', '{"list": [{}] x}',
            '{"x": {"y": 1}, "list": []}', '{"list": []} {}', '{"list": [{} {}]}',
        ] as $json) {
            self::assertNull(LongList::takeOut($json, 'list'), $json);
        }
    }

    public function test_a_large_estate_says_what_is_wrong_as_a_small_one_does(): void
    {
        $items = array_map(static fn(int $i): array => ['id' => "item-with-a-rather-long-name-$i"], range(0, 1999));
        $dependencies = array_map(
            static fn(int $i): array => [
                'from' => "item-with-a-rather-long-name-$i", 'to' => 'item-with-a-rather-long-name-'.($i + 1),
                'strength' => 'hard',
            ],
            range(0, 1998),
        );
        $read = static function (array $change, bool $lean) use ($items, $dependencies): string {
            $json = (string) json_encode(array_merge(
                ['dependencies' => $dependencies, 'items' => $items, 'padding' => str_repeat('x', 2_000_000)], $change,
            ));
            $json = str_replace(',"padding":"'.str_repeat('x', 2_000_000).'"', str_repeat(' ', 2_000_000), $json);
            try {
                [$graph] = EstateDocument::forTrace(Document::parse($json, $lean ? EstateDocument::LONG_LIST : null));

                return 'sound, '.count($graph->owners());
            } catch (\Skarvo\Json\BadInput $e) {
                return "{$e->error->value} $e->at {$e->getMessage()}";
            }
        };
        $wrong = $dependencies;
        $wrong[700] = ['to' => 'nowhere', 'from' => 'nothing', 'strength' => 'hard'];
        $wrong[800]['colour'] = 'red';
        foreach ([[], ['dependencies' => $wrong], ['observed' => [['id' => 'none', 'state' => 'down']]], ['colour' => 1]] as $change) {
            self::assertSame($read($change, false), $read($change, true));
        }
        self::assertSame('sound, 1999', $read([], true));
        self::assertStringStartsWith('unknown_id /dependencies/700/to', $read(['dependencies' => $wrong], true));
    }
}
