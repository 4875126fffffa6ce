<?php

declare(strict_types=1);

namespace Skarvo\Tests\Signals;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Skarvo\Json\BadInput;
use Skarvo\Signals\Signal;

/** A signal's limits, on both sides of each. */
final class SignalLimitsTest extends TestCase
{
    /** @return iterable<string, array{array<string, mixed>, array<string, mixed>}> what is taken, and what is refused */
    public static function limits(): iterable
    {
        yield 'the name of a label' => [
            ['labels' => (object) [str_repeat('n', 128) => 'x']], ['labels' => (object) [str_repeat('n', 129) => 'x']],
        ];
        yield 'an address' => [['url' => 'HTTPS://graphs.example/1'], ['url' => 'ftp://graphs.example/1']];
        yield 'an address that only names one' => [['url' => 'http://graphs.example'], ['url' => 'see http://graphs.example']];
    }

    /**
     * @param  array<string, mixed>  $good
     * @param  array<string, mixed>  $bad
     */
    #[DataProvider('limits')]
    public function test_what_is_within_is_taken_and_what_is_beyond_refused(array $good, array $bad): void
    {
        $signal = (object) ['source' => 's', 'check' => 'state', 'condition' => 'firing', 'level' => 'error', ...$good];
        $read = Signal::read($signal, 1000);
        self::assertSame($good['url'] ?? null, $read->url);
        self::assertSame((array) ($good['labels'] ?? []), $read->labels);

        $this->expectException(BadInput::class);
        Signal::read((object) [...(array) $signal, ...$bad], 1000);
    }
}
