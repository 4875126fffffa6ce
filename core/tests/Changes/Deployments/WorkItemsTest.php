<?php

declare(strict_types=1);

namespace Skarvo\Tests\Changes\Deployments;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Skarvo\Changes\Deployments\WorkItems;

final class WorkItemsTest extends TestCase
{
    /** @return iterable<array{string, list<int>, list<int>, list<int>}> */
    public static function texts(): iterable
    {
        yield ['RE-0012', [12], [], []];
        yield ['Fixes re-0012, TA-0003 and IN-0411.', [12], [3], [411]];
        yield ['RE-0012 RE-0012', [12], [], []];
        yield ['RE-12', [], [], []];
        yield ['CORE-0012', [], [], []];
        yield ['RE-0012-b', [], [], []];
        yield ['RE-1234567890123', [], [], []];
        yield ['PAY-0012', [], [], []];
        yield ['https://tracker.example/RE-0012', [12], [], []];
        yield ["RE-0012\xFF", [], [], []];
        yield ['', [], [], []];
    }

    /**
     * @param  list<int>  $reports
     * @param  list<int>  $tasks
     * @param  list<int>  $incidents
     */
    #[DataProvider('texts')]
    public function test_what_is_named(string $text, array $reports, array $tasks, array $incidents): void
    {
        $found = WorkItems::in($text);
        self::assertSame([$reports, $tasks, $incidents], [$found->reports, $found->tasks, $found->incidents]);
    }
}
