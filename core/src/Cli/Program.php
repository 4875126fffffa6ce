<?php

declare(strict_types=1);

namespace Skarvo\Cli;

use Skarvo\Json\BadInput;
use Skarvo\Json\Document;
use Skarvo\Json\ErrorCode;
use Skarvo\Signals\Replay\Replay;
use Skarvo\Signals\Replay\ReplayDocument;
use Skarvo\Signals\Replay\SignalLines;
use Skarvo\Topology\EstateDocument;

/** `bin/skarvo VERB [--lines] [--timing]`: one document on standard input, its result on standard output. */
final class Program
{
    /** Bytes of a long result that are written at once. */
    private const PIECE = 65536;

    /** Bytes that a document, or a line of a stream, may have: what is endless ends there, before it fills the machine. */
    private const MOST_BYTES = 256 * 1024 * 1024;

    /** Bytes of a line that are read at once. */
    private const PART_BYTES = 16384;

    private const JSON = JSON_UNESCAPED_SLASHES | JSON_UNESCAPED_UNICODE | JSON_THROW_ON_ERROR;

    /** @var array{read: int, solve: int, write: int} nanoseconds */
    private array $spent = ['read' => 0, 'solve' => 0, 'write' => 0];

    /**
     * @param  resource  $in
     * @param  resource  $out
     * @param  resource  $err
     * @param  int  $mostBytes  that a document, or a line of a stream, may have
     */
    public function __construct(private $in, private $out, private $err, private readonly int $mostBytes = self::MOST_BYTES) {}

    /**
     * @param  list<string>  $arguments  without the program's name
     * @return int exit status: 0 for success, 1 if the result could not be written, 2 for bad input or a wrong call
     */
    public function run(array $arguments): int
    {
        $verbs = Verbs::all();
        $verb = array_shift($arguments);
        $unknown = array_diff($arguments, ['--lines', '--timing', ...($verb === 'replay' ? ['--stream'] : [])]);
        $usage = 'usage: bin/skarvo VERB [--lines] [--timing] < document.json, and replay --stream < lines.ndjson'
            ."\n".'Verbs: '.implode(', ', array_keys($verbs)).'.'."\n";
        try {
            if (in_array($verb, ['--help', '-h', 'help'], true) || in_array('--help', $arguments, true)) {
                $this->put($usage);

                return 0;
            }
            if ($verb === null || ! isset($verbs[$verb]) || $unknown !== []) {
                fwrite($this->err, $usage);

                return 2;
            }
            $status = match (true) {
                in_array('--stream', $arguments, true) => $this->stream(),
                in_array('--lines', $arguments, true) => $this->lines($verbs[$verb]),
                default => $this->single($verbs[$verb]),
            };
            $this->end();
        } catch (NotWritten) {
            fwrite($this->err, "The result could not be written: the disk is full, or whoever reads it has gone.\n");

            return 1;
        }
        if (in_array('--timing', $arguments, true)) {
            $timing = array_map(static fn(int $nanoseconds): float => round($nanoseconds / 1e6, 3), $this->spent);
            fwrite($this->err, json_encode([
                'read_ms' => $timing['read'], 'solve_ms' => $timing['solve'], 'write_ms' => $timing['write'],
                'peak_bytes' => memory_get_peak_usage(true),
            ], self::JSON)."\n");
        }

        return $status;
    }

    /** @param  \Closure(Document): (\Closure(): array<string, mixed>)  $verb */
    private function single(\Closure $verb): int
    {
        try {
            $result = $this->answer($verb, $this->document(...));
        } catch (BadInput $e) {
            fwrite($this->err, json_encode($e->toArray(), self::JSON)."\n");

            return 2;
        }
        $this->write($result);

        return 0;
    }

    /** @param  \Closure(Document): (\Closure(): array<string, mixed>)  $verb */
    private function lines(\Closure $verb): int
    {
        while (true) {
            try {
                $line = $this->line();
            } catch (BadInput $e) {
                fwrite($this->err, json_encode($e->toArray(), self::JSON)."\n");

                return 2;
            }
            if ($line === null) {
                return 0;
            }
            try {
                $result = $this->answer($verb, static fn(): string => $line);
            } catch (BadInput $e) {
                $result = $e->toArray();
            }
            $this->write($result);
        }
    }

    /** `replay --stream`: the document without its signals, then one signal a line, in order. */
    private function stream(): int
    {
        try {
            $replay = $this->timed('read', fn(): Replay => ReplayDocument::readHead(Document::parse((string) $this->line())));
            $lines = new SignalLines;
            $before = null;
            for ($line = 0; ($text = $this->line()) !== null; $line++) {
                $start = hrtime(true);
                try {
                    [$at, $signal] = $lines->read($text);
                } catch (BadInput $e) {
                    throw new BadInput($e->error, "/signals/$line$e->at", $e->getMessage());
                }
                if ($before !== null && $at->compare($before) < 0) {
                    throw new BadInput(
                        ErrorCode::OutOfRange, "/signals/$line/at",
                        'This signal is earlier than the one before it. A stream is in the order of its times: sort it, or use replay without --stream.',
                    );
                }
                $before = $at;
                $read = hrtime(true);
                $replay->take($signal);
                $this->spent['read'] += (int) ($read - $start);
                $this->spent['solve'] += (int) (hrtime(true) - $read);
            }
            $parts = $this->timed('solve', $replay->parts(...));
        } catch (BadInput $e) {
            fwrite($this->err, json_encode($e->toArray(), self::JSON)."\n");

            return 2;
        }
        $this->timed('write', function () use ($parts): void {
            $this->put('{"alerts":[');
            $this->writeList($parts['alerts']);
            $this->put('],"groups":[');
            $this->writeList($parts['groups']);
            $this->put('],"totals":'.json_encode($parts['totals'], self::JSON)."}\n");
        });

        return 0;
    }

    /** @param  \Generator<int, array<string, mixed>>  $rows */
    private function writeList(\Generator $rows): void
    {
        $text = '';
        $before = '';
        foreach ($rows as $row) {
            $text .= $before.json_encode($row, self::JSON);
            $before = ',';
            if (strlen($text) > self::PIECE) {
                $this->put($text);
                $text = '';
            }
        }
        $this->put($text);
    }

    /**
     * @param  \Closure(Document): (\Closure(): array<string, mixed>)  $verb
     * @param  \Closure(): string  $source
     * @return array<string, mixed>
     *
     * @throws BadInput
     */
    private function answer(\Closure $verb, \Closure $source): array
    {
        $solve = $this->timed('read', static function () use ($verb, $source): \Closure {
            $text = $source();
            try {
                return $verb(Document::parse($text, EstateDocument::LONG_LIST));
            } catch (\JsonException) {
                // What looked like a list of objects is none: read as a whole, it is told what is wrong.
                return $verb(Document::parse($text));
            }
        });

        return $this->timed('solve', $solve);
    }

    /** @param  array<string, mixed>  $result */
    private function write(array $result): void
    {
        $this->timed('write', function () use ($result): void {
            $this->put(json_encode($result, self::JSON)."\n");
        });
    }

    /** @throws BadInput */
    private function document(): string
    {
        $text = (string) stream_get_contents($this->in, $this->mostBytes + 1);
        $this->refuseBeyond($text);

        return $text;
    }

    /**
     * @return string|null null at the end
     *
     * @throws BadInput
     */
    private function line(): ?string
    {
        $line = '';
        // With as much as may come, room for all of that would be taken for each line.
        while (! str_ends_with($line, "\n") && ($part = fgets($this->in, self::PART_BYTES + 1)) !== false) {
            $line .= $part;
            $this->refuseBeyond($line);
        }

        return $line === '' ? null : $line;
    }

    /** @throws BadInput */
    private function refuseBeyond(string $text): void
    {
        if (strlen($text) > $this->mostBytes) {
            throw new BadInput(
                ErrorCode::OutOfRange, '', 'This is more than '.intdiv($this->mostBytes, 1024 * 1024).' MiB. Send it in parts.',
            );
        }
    }

    /** @throws NotWritten */
    private function put(string $text): void
    {
        for ($at = 0; $at < strlen($text); $at += $written) {
            $written = @fwrite($this->out, $at === 0 ? $text : substr($text, $at));
            if ($written === false || $written === 0) {
                throw new NotWritten;
            }
        }
    }

    /** @throws NotWritten */
    private function end(): void
    {
        if (! @fflush($this->out)) {
            throw new NotWritten;
        }
    }

    /**
     * @template T
     *
     * @param  'read'|'solve'|'write'  $part
     * @param  \Closure(): T  $work
     * @return T
     */
    private function timed(string $part, \Closure $work): mixed
    {
        $start = hrtime(true);
        try {
            return $work();
        } finally {
            $this->spent[$part] += (int) (hrtime(true) - $start);
        }
    }
}
