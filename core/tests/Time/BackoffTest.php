<?php

declare(strict_types=1);

namespace Skarvo\Tests\Time;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Skarvo\Time\Backoff;

final class BackoffTest extends TestCase
{
    /** @return iterable<string, array{Backoff, list<int|null>}> waits after the first try, the second, and so on */
    public static function cases(): iterable
    {
        yield 'pressing' => [Backoff::pressing(5), [1, 2, 4, 8, null, null]];
        yield 'patient' => [Backoff::patient(8), [2, 8, 32, 128, 512, 900, 900, null]];
        yield 'once' => [Backoff::pressing(1), [null, null]];
        yield 'always as long' => [new Backoff(3, 1.0, 3, 4), [3, 3, 3, null]];
    }

    /** @param  list<int|null>  $waits */
    #[DataProvider('cases')]
    public function test_waits_grow_up_to_a_limit_and_end(Backoff $backoff, array $waits): void
    {
        self::assertSame($waits, array_map($backoff->after(...), range(1, count($waits))));
    }

    /** @return iterable<string, array{\Closure(): mixed}> */
    public static function nonsense(): iterable
    {
        yield 'no wait' => [fn() => new Backoff(0, 2.0, 8, 3)];
        yield 'shorter each time' => [fn() => new Backoff(1, 0.5, 8, 3)];
        yield 'a limit below the first' => [fn() => new Backoff(9, 2.0, 8, 3)];
        yield 'never tried' => [fn() => new Backoff(1, 2.0, 8, 0)];
        yield 'failed before it was tried' => [fn() => Backoff::pressing(3)->after(0)];
    }

    /** @param  \Closure(): mixed  $make */
    #[DataProvider('nonsense')]
    public function test_what_cannot_be_is_refused(\Closure $make): void
    {
        $this->expectException(\DomainException::class);
        $make();
    }
}
