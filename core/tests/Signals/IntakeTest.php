<?php

declare(strict_types=1);

namespace Skarvo\Tests\Signals;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Random\Engine\Mt19937;
use Random\Randomizer;
use Skarvo\Json\BadInput;
use Skarvo\Json\Document;
use Skarvo\Signals\Intake\CloudEvent;
use Skarvo\Signals\Intake\Mapping;
use Skarvo\Signals\Signal;

final class IntakeTest extends TestCase
{
    private const MAPPING = '{"list": "/events",
        "fields": {"item": "{/host/name | /device}", "check": "{/rule}", "summary": "{/rule}: {/text}", "at": "{/when}", "id": "{/no}", "value": "{/reading}", "unit": "dB"},
        "labels": {"site": "{^/site}", "rack": "{/host/rack}"},
        "condition": {"from": "{/state}", "words": {"firing": ["PROBLEM"], "clear": ["ok", "fine"]}},
        "level": {"from": "{/severity}", "words": {"critical": ["5", "disaster"], "info": ["0"]}, "otherwise": "warning"}}';

    public function test_entries_of_a_payload_become_signals(): void
    {
        $result = self::map(self::MAPPING, '{"site": "storvik", "events": [
            {"host": {"name": "clk 2"}, "rule": "satellites lost", "text": "3 seen", "when": 1772435640, "no": 17, "reading": 3.5, "state": "problem", "severity": 5},
            {"device": "clk-1", "rule": "age", "text": "old", "when": "2026-03-02 07:14:00+01:00", "no": "18", "state": "OK", "severity": "odd"}]}');

        self::assertSame([], $result['missing']);
        self::assertEquals([
            (object) [
                'source' => 'rack-watch', 'item' => 'clk-2', 'check' => 'satellites-lost', 'summary' => 'satellites lost: 3 seen',
                'at' => '2026-03-02T07:14:00Z', 'id' => '17', 'value' => 3.5, 'unit' => 'dB',
                'labels' => (object) ['site' => 'storvik'], 'condition' => 'firing', 'level' => 'critical',
            ],
            (object) [
                'source' => 'rack-watch', 'item' => 'clk-1', 'check' => 'age', 'summary' => 'age: old',
                'at' => '2026-03-02T06:14:00Z', 'id' => '18', 'unit' => 'dB', 'labels' => (object) ['site' => 'storvik'],
                'condition' => 'clear', 'level' => 'warning',
            ],
        ], $result['signals']);
        foreach ($result['signals'] as $signal) {
            self::assertSame('rack-watch', Signal::read($signal, 1_772_435_640)->source);
        }
    }

    public function test_what_is_missing_is_said_by_entry_and_field_and_the_rest_is_mapped(): void
    {
        $result = self::map(self::MAPPING, '{"events": [{"state": "maybe"}, {"rule": "age", "text": "old", "state": "fine"}]}');

        self::assertCount(1, $result['signals']);
        self::assertSame(
            [[0, 'condition', 'The word "maybe" is not in the table.'], [0, 'check', 'Nothing is where the template looks.']],
            array_map(array_values(...), $result['missing']),
        );
        self::assertSame('There is no list with entries at /events.', self::map(self::MAPPING, '{"event": 1}')['missing'][0]['message']);
        self::assertSame(['condition', 'level', 'check'], array_column(self::map('{}', '{"a": 1}')['missing'], 'field'));
    }

    /** @return iterable<string, array{string, string}> */
    public static function badMappings(): iterable
    {
        yield 'a pointer without a slash' => ['{"fields": {"item": "{host}"}}', '/fields/item'];
        yield 'an open brace' => ['{"fields": {"item": "{/host"}}', '/fields/item'];
        yield 'a field that signals lack' => ['{"fields": {"host": "{/host}"}}', '/fields/host'];
        yield 'a list that is no pointer' => ['{"list": "events"}', '/list'];
        yield 'a level that is not ours' => ['{"level": {"otherwise": "loud"}}', '/level/otherwise'];
        yield 'a table for a word that is not ours' => ['{"condition": {"words": {"on": ["1"]}}}', '/condition/words/on'];
    }

    #[DataProvider('badMappings')]
    public function test_a_bad_mapping_is_refused_where_it_is_wrong(string $mapping, string $at): void
    {
        try {
            Mapping::read(Document::parse($mapping));
            self::fail('It was taken.');
        } catch (BadInput $e) {
            self::assertSame($at, $e->at);
        }
    }

    public function test_whatever_comes_is_mapped_or_said_to_be_missing_and_nothing_else(): void
    {
        $random = new Randomizer(new Mt19937(3));
        $mapping = Mapping::read(Document::parse(self::MAPPING));
        $scalar = static fn(): mixed => [
            null, true, 0, -1, 1.5, '', 'x', ' spaced out ', 'PROBLEM', 'ok', '5', '1772435640', 'noon', str_repeat('y', 300),
        ][$random->getInt(0, 13)];
        $value = static function (int $depth) use (&$value, $scalar, $random): mixed {
            $shape = $depth > 3 ? 0 : $random->getInt(0, 3);
            if ($shape < 2) {
                return $scalar();
            }
            $fields = [];
            for ($n = $random->getInt(0, 4); $n > 0; $n--) {
                $fields[[
                    'host', 'name', 'device', 'rule', 'text', 'when', 'no', 'reading', 'state', 'severity', 'site', 'events',
                    'rack',
                ][$random->getInt(0, 12)]] = $value($depth + 1);
            }

            return $shape === 2 ? (object) $fields : array_values($fields);
        };
        $mapped = 0;
        for ($n = 0; $n < 3000; $n++) {
            $entries = array_map(
                static fn(): mixed => $random->getInt(0, 1) === 0 ? $value(1) : (object) [
                    'host' => $value(2), 'rule' => $scalar(), 'text' => $scalar(), 'when' => $scalar(), 'reading' => $scalar(),
                    'state' => ['PROBLEM', 'ok', 'odd'][$random->getInt(0, 2)], 'severity' => $scalar(),
                ],
                range(1, $random->getInt(1, 3)),
            );
            $payload = $random->getInt(0, 9) === 0 ? $value(0) : (object) ['site' => $scalar(), 'events' => $entries];
            $result = $mapping->map($payload, 'rack-watch');
            $mapped += count($result['signals']);
            self::assertNotSame([], [...$result['signals'], ...$result['missing']]);
            foreach ($result['signals'] as $signal) {
                try {
                    self::assertSame('rack-watch', Signal::read($signal, 0)->source);
                } catch (BadInput $e) {
                    // A time or a value of theirs that is none: told with where it stands.
                    self::assertContains($e->at, ['/at', '/value', '/url']);
                }
            }
        }

        self::assertGreaterThan(20, $mapped);
    }

    public function test_an_event_is_a_signal(): void
    {
        $event = (object) [
            'specversion' => '1.0', 'type' => 'skarvo.signal', 'source' => '/monitors/storvik', 'id' => 'e-1',
            'time' => '2026-03-02T07:14:00.123Z', 'subject' => 'clk-2', 'traceparent' => 'x', 'datacontenttype' => 'application/json',
            'data' => (object) ['check' => 'state', 'condition' => 'firing', 'level' => 'error'],
        ];
        $signal = Signal::read(CloudEvent::toSignal($event), 0);

        self::assertSame(
            [1_772_435_640, '/monitors/storvik', 'e-1', 'clk-2', 'state'],
            [$signal->at, $signal->source, $signal->id, $signal->item, $signal->check],
        );
        $event->data_base64 = base64_encode((string) json_encode($event->data));
        unset($event->data);
        self::assertEquals($signal, Signal::read(CloudEvent::toSignal($event), 0));
    }

    /** @return iterable<string, array{array<string, mixed>, string}> */
    public static function badEvents(): iterable
    {
        yield 'another type' => [['type' => 'order.placed'], '/type'];
        yield 'an older version' => [['specversion' => '0.3'], '/specversion'];
        yield 'no id' => [['id' => null], '/id'];
        yield 'no data' => [['data' => null], '/data'];
        yield 'data that is a number' => [['data' => 5], '/data'];
        yield 'data with more' => [
            ['data' => (object) ['check' => 'a', 'condition' => 'firing', 'level' => 'error', 'host' => 'b']], '/data/host',
        ];
    }

    /** @param  array<string, mixed>  $change */
    #[DataProvider('badEvents')]
    public function test_other_events_are_refused_where_they_are_wrong(array $change, string $at): void
    {
        $event = (object) array_filter(
            [
                ...[
                    'specversion' => '1.0', 'type' => 'skarvo.signal', 'source' => 's', 'id' => 'i',
                    'data' => (object) ['check' => 'a', 'condition' => 'firing', 'level' => 'error'],
                ],
                ...$change,
            ],
            static fn(mixed $value): bool => $value !== null,
        );
        try {
            CloudEvent::toSignal($event);
            self::fail('It was taken.');
        } catch (BadInput $e) {
            self::assertSame($at, $e->at);
        }
    }

    /** @return array{signals: list<\stdClass>, missing: list<array{entry: int, field: string, message: string}>} */
    private static function map(string $mapping, string $payload): array
    {
        return Mapping::read(Document::parse($mapping))->map(json_decode($payload), 'rack-watch');
    }
}
