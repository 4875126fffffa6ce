<?php

declare(strict_types=1);

namespace Skarvo\Tests\Changes\Course;

use PHPUnit\Framework\TestCase;
use Skarvo\Changes\Course\WayBack;

final class WayBackTest extends TestCase
{
    public function test_it_says_up_to_where_and_how_long_and_when_to_turn_at_the_latest(): void
    {
        $step = static fn(string $text, bool $noReturn = false, bool $done = false): array => [
            'text' => $text, 'noReturn' => $noReturn, 'done' => $done,
        ];
        $of = static fn(WayBack $one): array => [$one->words(), $one->turnBackBy(10_000)];

        self::assertSame(['No way back is named.', null], $of(new WayBack(false, 20, [])));
        self::assertSame(
            ['It can be taken back at any time; that takes about 20 min.', 8_800], $of(new WayBack(true, 20, [$step('Look')]))
        );
        self::assertSame(['It can be taken back at any time; nobody said how long that takes.', null], $of(new WayBack(true, null, [])));
        $steps = [$step('Save', done: true), $step('Write', noReturn: true), $step('Look')];
        self::assertSame(
            ['It can be taken back until step 2 (“Write”) is done, and then no more; that takes about 5 min.', 9_700],
            $of(new WayBack(true, 5, $steps))
        );
        $steps[1]['done'] = true;
        self::assertSame(['The point of no return is behind: there is no way back any more.', null], $of(new WayBack(true, 5, $steps)));
    }
}
