<?php

declare(strict_types=1);

namespace Skarvo\Tests\Tickets;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Skarvo\Tickets\DeskPerson;

final class DeskPersonTest extends TestCase
{
    /** @return iterable<string, array{bool, bool, bool, int, bool}> */
    public static function people(): iterable
    {
        yield 'on the rota, wherever they are' => [true, false, false, 0, true];
        yield 'signed in, without a turn' => [false, true, false, 4, true];
        yield 'neither' => [false, false, false, 0, false];
        yield 'on leave, though a rota names them' => [true, false, true, 0, false];
        yield 'on leave, though signed in' => [false, true, true, 0, false];
        yield 'with as many as there can be' => [true, true, false, 5, false];
        yield 'with one fewer' => [true, true, false, 4, true];
    }

    #[DataProvider('people')]
    public function test_who_is_free(bool $isOnRota, bool $isHere, bool $isAway, int $open, bool $isFree): void
    {
        self::assertSame($isFree, (new DeskPerson('a', $isOnRota, $isHere, $isAway, $open))->isFree(5));
    }

    public function test_whoever_is_free_and_has_least_comes_first(): void
    {
        $people = [
            new DeskPerson('full', true, true, false, 5), new DeskPerson('away', false, false, false, 0),
            new DeskPerson('some', true, false, false, 3), new DeskPerson('none', false, true, false, 0),
            new DeskPerson('also none', true, false, false, 0),
        ];
        self::assertSame(['also none', 'none', 'some', 'away', 'full'], array_column(DeskPerson::inOrder($people, 5), 'id'));
    }

    public function test_nobody_has_fewer_than_none(): void
    {
        $this->expectException(\DomainException::class);
        new DeskPerson('a', true, true, false, -1);
    }
}
