<?php

declare(strict_types=1);

namespace Skarvo\Tests\Incidents\Ending;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Skarvo\Incidents\Ending\Confirmation;

final class ConfirmationTest extends TestCase
{
    /** @return iterable<string, array{Confirmation, bool, list<string>}> */
    public static function cases(): iterable
    {
        yield 'nothing' => [new Confirmation(null, false), false, []];
        yield 'it never had an alert' => [new Confirmation(null, true), false, ['nothing is traced to be hit']];
        yield 'clear long enough, and nothing is hit' => [
            new Confirmation(300, true), true, ['alerts clear for 5 min', 'nothing is traced to be hit'],
        ];
        yield 'a second too short' => [new Confirmation(299, true), false, ['alerts clear for 4 min', 'nothing is traced to be hit']];
        yield 'clear, and yet something is hit' => [new Confirmation(7200, false), false, ['alerts clear for 2 h']];
        yield 'the fix was tried' => [new Confirmation(null, false, fixTried: true), true, ['the fix was tried before it went live']];
        yield 'somebody says so' => [new Confirmation(null, false, word: 'Bo: lane 3 opens'), true, ['said so: Bo: lane 3 opens']];
        yield 'a check' => [new Confirmation(null, false, check: 'ten cars through'), true, ['checked: ten cars through']];
        yield 'cleared this moment' => [new Confirmation(0, true), false, ['alerts clear for 0 s', 'nothing is traced to be hit']];
    }

    /** @param  list<string>  $told */
    #[DataProvider('cases')]
    public function test_what_is_enough_and_what_it_says(Confirmation $confirmation, bool $isEnough, array $told): void
    {
        self::assertSame([$isEnough, $told], [$confirmation->isEnough(), $confirmation->told()]);
    }

    public function test_what_cannot_be_is_refused(): void
    {
        $this->expectException(\DomainException::class);
        new Confirmation(-1, true);
    }
}
