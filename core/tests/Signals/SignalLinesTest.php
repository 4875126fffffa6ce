<?php

declare(strict_types=1);

namespace Skarvo\Tests\Signals;

use PHPUnit\Framework\TestCase;
use Random\Engine\Mt19937;
use Random\Randomizer;
use Skarvo\Json\BadInput;
use Skarvo\Json\Document;
use Skarvo\Signals\Replay\ReplayDocument;
use Skarvo\Signals\Replay\SignalLines;

/** The quick reader of lines says what the careful one says: of sound lines, and of lines with anything wrong. */
final class SignalLinesTest extends TestCase
{
    private const GOOD = [
        'at' => '2026-03-02T07:14:00Z', 'source' => 'probe', 'item' => 'quay-db', 'check' => 'link-loss', 'condition' => 'firing',
        'level' => 'error', 'labels' => ['site' => 'north'],
    ];

    public function test_it_reads_as_the_careful_reader_does(): void
    {
        $random = new Randomizer(new Mt19937(7));
        $pick = static fn(array $from): mixed => $from[$random->getInt(0, count($from) - 1)];
        $lines = new SignalLines;
        $refused = 0;
        for ($n = 0; $n < 4000; $n++) {
            $row = self::GOOD;
            for ($changes = $random->getInt(0, 2); $changes > 0; $changes--) {
                $field = $pick(['at', 'source', 'item', 'check', 'condition', 'level', 'labels', 'more']);
                $row[$field] = $pick([
                    null, '', 'a b', 'ok', 7, 1.5, true, [], ['a' => 1], ['a' => 'b', '7' => 'c'], 'clear', 'critical', 'fatal',
                    "tab\t", str_repeat('x', 129), '2026-03-02T08:14:00+01:00', '2026-02-30T08:14:00Z', '2026-03-02T07:14:00.5Z',
                ]);
                if ($random->getInt(0, 3) === 0) {
                    unset($row[$field]);
                }
            }
            $line = json_encode($row, JSON_THROW_ON_ERROR);
            if ($random->getInt(0, 40) === 0) {
                $line = substr($line, 0, -1);
            }
            $quick = self::told(static fn(): array => $lines->read($line));
            self::assertEquals(self::told(static fn(): array => ReplayDocument::readSignal(Document::parse($line))), $quick, $line);
            $refused += is_string($quick) ? 1 : 0;
        }

        self::assertGreaterThan(500, $refused);
        self::assertLessThan(3500, $refused);
    }

    /**
     * @param  \Closure(): array<mixed>  $read
     * @return array<mixed>|string what was read, or what was wrong and where
     */
    private static function told(\Closure $read): array|string
    {
        try {
            return $read();
        } catch (BadInput $e) {
            return "{$e->error->value} $e->at {$e->getMessage()}";
        }
    }
}
