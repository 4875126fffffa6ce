<?php

declare(strict_types=1);

namespace Skarvo\Tests\Cli;

use PHPUnit\Framework\TestCase;
use Skarvo\Cli\Program;

final class ProgramTest extends TestCase
{
    private const ESTATE = '{"items":[{"id":"a"}],"dependencies":[],"observed":[]}';

    public function test_help_is_an_answer_and_a_wrong_call_is_not(): void
    {
        foreach ([['--help'], ['-h'], ['help'], ['trace', '--help']] as $arguments) {
            [$status, $out, $err] = self::call($arguments, '');
            self::assertSame([0, ''], [$status, $err]);
            self::assertStringContainsString('Verbs: ', $out);
        }
        foreach ([[], ['dance'], ['trace', '--loud'], ['trace', '--stream']] as $arguments) {
            [$status, $out, $err] = self::call($arguments, '');
            self::assertSame([2, ''], [$status, $out]);
            self::assertStringStartsWith('usage: ', $err);
        }
    }

    public function test_a_result_that_reaches_nobody_is_no_success(): void
    {
        foreach ([
            'trace' => self::ESTATE, 'trace --lines' => self::ESTATE."\n".self::ESTATE."\n",
            'replay --stream' => '{"settings":{},"until":"2026-03-02T08:00:00Z"}'."\n",
        ] as $call => $input) {
            foreach (['> /dev/full', '>&-'] as $where) {
                $error = tempnam(sys_get_temp_dir(), 'skarvo');
                self::assertIsString($error);
                $command = 'printf %s '.escapeshellarg($input).' | '.escapeshellarg(PHP_BINARY).' '
                    .escapeshellarg(dirname(__DIR__, 3).'/bin/skarvo')." $call 2> ".escapeshellarg($error)." $where";
                exec('bash -c '.escapeshellarg($command), $printed, $status);
                self::assertSame(
                    [1, "The result could not be written: the disk is full, or whoever reads it has gone.\n"],
                    [$status, file_get_contents($error)], "$call $where",
                );
                unlink($error);
            }
        }
    }

    public function test_a_line_is_read_whole_however_long_it_is_up_to_the_limit(): void
    {
        $document = static fn(int $bytes, string $end): string => str_pad('{"items":[],"dependencies":[],"groups":[]}', $bytes).$end;
        // About the edges of what is read at once, with an end of line and without, and one line behind another.
        foreach ([100, 16382, 16383, 16384, 16385, 32767, 32768, 32769, 100_000] as $bytes) {
            foreach (["\n", ''] as $end) {
                [$status, $out, $err] = self::call(['trace', '--lines'], $document(60, "\n").$document($bytes, $end), 1024 * 1024);
                self::assertSame([0, '', 2], [$status, $err, substr_count($out, "\n")], "$bytes bytes");
                self::assertStringNotContainsString('error', $out, "$bytes bytes");
            }
        }
        foreach ([1024 * 1024 - 1 => 0, 1024 * 1024 => 2] as $bytes => $expected) {
            self::assertSame($expected, self::call(['trace', '--lines'], $document($bytes, "\n"), 1024 * 1024)[0], "$bytes bytes");
        }
    }

    public function test_input_without_end_is_refused_before_it_fills_the_machine(): void
    {
        foreach (['trace' => 2, 'trace --lines' => 2, 'replay --stream' => 2] as $call => $expected) {
            [$status, $out, $err] = self::call(explode(' ', $call), str_repeat(' ', 3_000_000), 1024 * 1024);
            self::assertSame([$expected, ''], [$status, $out]);
            self::assertStringContainsString('more than 1 MiB', $err);
        }
        self::assertSame(0, self::call(['trace'], self::ESTATE, strlen(self::ESTATE))[0]);
        self::assertSame(2, self::call(['trace'], self::ESTATE.' ', strlen(self::ESTATE))[0]);
    }

    /**
     * @param  list<string>  $arguments
     * @return array{int, string, string}
     */
    private static function call(array $arguments, string $input, int $most = 1 << 20): array
    {
        [$in, $out, $err] = array_map(static fn(): mixed => fopen('php://memory', 'w+b'), [0, 1, 2]);
        self::assertIsResource($in);
        self::assertIsResource($out);
        self::assertIsResource($err);
        fwrite($in, $input);
        rewind($in);
        $status = (new Program($in, $out, $err, $most))->run($arguments);
        rewind($out);
        rewind($err);

        return [$status, (string) stream_get_contents($out), (string) stream_get_contents($err)];
    }
}
