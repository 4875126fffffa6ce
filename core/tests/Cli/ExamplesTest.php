<?php

declare(strict_types=1);

namespace Skarvo\Tests\Cli;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Skarvo\Cli\Program;
use Skarvo\Time\Instant;

/** The published examples, through the same program that bin/skarvo runs. */
final class ExamplesTest extends TestCase
{
    /** @return iterable<string, array{string, mixed, mixed}> */
    public static function examples(): iterable
    {
        foreach (
            ['trace', 'weak-points', 'oncall', 'escalate', 'replay', 'targets', 'copies', 'slots', 'collisions', 'approvals'] as $verb
        ) {
            foreach (self::lines($verb) as $i => $row) {
                yield "$verb, line ".($i + 1) => [$verb, $row->in, $row->out];
            }
        }
    }

    #[DataProvider('examples')]
    public function test_the_result_is_the_expected_one(string $verb, mixed $in, mixed $out): void
    {
        [$status, $printed, $error] = self::run_verb([$verb], self::json($in));

        self::assertSame('', $error);
        self::assertSame(0, $status);
        self::assertEquals($out, json_decode($printed));
    }

    /** @return iterable<string, array{string, mixed, string, string}> */
    public static function refusals(): iterable
    {
        foreach (self::lines('errors') as $i => $row) {
            yield 'line '.($i + 1).', '.$row->verb.' '.$row->error->at => [$row->verb, $row->in, $row->error->code, $row->error->at];
        }
    }

    #[DataProvider('refusals')]
    public function test_a_bad_document_is_refused_where_it_is_wrong(string $verb, mixed $in, string $code, string $at): void
    {
        [$status, $printed, $error] = self::run_verb([$verb], self::json($in));

        self::assertSame(2, $status);
        self::assertSame('', $printed);
        $told = json_decode($error)->error;
        self::assertSame([$code, $at], [$told->code, $told->at]);
        self::assertNotSame('', $told->message);
        self::assertSame(1, substr_count($error, "\n"));
    }

    public function test_lines_answers_each_document_in_order_and_goes_on_after_a_bad_one(): void
    {
        $good = '{"items":[{"id":"a"}],"observed":[{"id":"a","state":"down"}]}';
        [$status, $printed, $error] = self::run_verb(['trace', '--lines'], "$good\nnonsense\n{}\n$good");

        self::assertSame([0, ''], [$status, $error]);
        $rows = array_map(json_decode(...), explode("\n", trim($printed)));
        self::assertSame(
            [true, 'invalid_json', '/items', true],
            [isset($rows[0]->affected), $rows[1]->error->code, $rows[2]->error->at, isset($rows[3]->affected)],
        );
    }

    public function test_timing_is_one_line_of_json_on_standard_error(): void
    {
        [, $printed, $error] = self::run_verb(['trace', '--timing'], '{"items":[]}');

        self::assertSame('{"affected":[],"counts":{"down":0,"degraded":0,"at_risk":0},"contradicted":[]}'."\n", $printed);
        self::assertSame(['read_ms', 'solve_ms', 'write_ms', 'peak_bytes'], array_keys((array) json_decode($error)));
    }

    public function test_a_stream_gives_what_the_document_gives(): void
    {
        foreach (array_slice(self::lines('replay'), 0, 30) as $row) {
            $head = clone $row->in;
            unset($head->signals);
            $signals = $row->in->signals;
            usort(
                $signals,
                static fn(\stdClass $a, \stdClass $b): int => Instant::parse($a->at)?->compare(
                    Instant::parse($b->at) ?? throw new \LogicException,
                ) ?? 0,
            );
            [$status, $printed, $error] = self::run_verb(
                ['replay', '--stream'], implode("\n", array_map(self::json(...), [$head, ...$signals]))."\n",
            );

            self::assertSame([0, ''], [$status, $error]);
            self::assertEquals($row->out, json_decode($printed));
        }
    }

    public function test_a_stream_that_goes_back_is_refused(): void
    {
        $head = '{"settings":{},"until":"2026-03-02T12:00:00Z"}';
        $signal = static fn(string $at): string =>
            '{"at":"2026-03-02T'.$at.'Z","source":"s","check":"c","condition":"firing","level":"error"}';
        [$status, , $error] = self::run_verb(['replay', '--stream'], "$head\n{$signal('07:00:00.5')}\n{$signal('07:00:00.25')}\n");

        self::assertSame(2, $status);
        self::assertSame('/signals/1/at', json_decode($error)->error->at);
    }

    public function test_a_wrong_call_says_how_to_call(): void
    {
        [$status, , $error] = self::run_verb(['guess'], '');

        self::assertSame(2, $status);
        self::assertStringContainsString(
            'trace, weak-points, candidates, oncall, escalate, replay, related, surge, copies, slots, collisions, approvals, suspects, targets',
            $error
        );
    }

    /** @return list<\stdClass> */
    private static function lines(string $file): array
    {
        return array_map(
            static fn(string $line): \stdClass => json_decode($line, false, 512, JSON_THROW_ON_ERROR),
            file(dirname(__DIR__)."/examples/$file.jsonl", FILE_IGNORE_NEW_LINES | FILE_SKIP_EMPTY_LINES) ?: [],
        );
    }

    private static function json(mixed $value): string
    {
        return json_encode($value, JSON_THROW_ON_ERROR);
    }

    /**
     * @param  list<string>  $arguments
     * @return array{int, string, string}
     */
    private static function run_verb(array $arguments, string $input): array
    {
        $streams = array_map(static fn() => fopen('php://memory', 'w+') ?: throw new \RuntimeException, ['in', 'out', 'err']);
        fwrite($streams[0], $input);
        rewind($streams[0]);
        $status = (new Program(...$streams))->run($arguments);
        rewind($streams[1]);
        rewind($streams[2]);

        return [$status, (string) stream_get_contents($streams[1]), (string) stream_get_contents($streams[2])];
    }
}
