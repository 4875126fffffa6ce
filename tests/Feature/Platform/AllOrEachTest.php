<?php

declare(strict_types=1);

namespace Tests\Feature\Platform;

use App\Platform\AllOrEach;
use Illuminate\Database\QueryException;
use Tests\TestCase;

/** One that is broken keeps no other waiting. */
final class AllOrEachTest extends TestCase
{
    /** @var list<list<int>> */
    private array $done = [];

    /** @var list<int> */
    private array $passedOver = [];

    /** @param  \Closure(list<int>): void  $work */
    private function run3(\Closure $work): void
    {
        AllOrEach::run([1, 2, 3], function (array $some) use ($work): void {
            $work($some);
            $this->done[] = $some;
        }, function (int $one): void {
            $this->passedOver[] = $one;
        });
    }

    public function test_all_are_done_at_once_where_nothing_breaks(): void
    {
        $this->run3(static fn() => null);

        self::assertSame([[[1, 2, 3]], []], [$this->done, $this->passedOver]);
    }

    public function test_where_one_breaks_each_is_done_by_itself_and_that_one_is_passed_over(): void
    {
        $this->run3(static function (array $some): void {
            in_array(2, $some, true) ? throw new \LogicException('Two is broken.') : null;
        });

        self::assertSame([[[1], [3]], [2]], [$this->done, $this->passedOver]);
    }

    public function test_a_row_that_the_database_refuses_is_broken_too(): void
    {
        $this->run3(static function (array $some): void {
            in_array(3, $some, true)
                ? throw new QueryException('sqlite', 'insert', [], new \PDOException('CHECK constraint failed'))
                : null;
        });

        self::assertSame([[[1], [2]], [3]], [$this->done, $this->passedOver]);
    }

    public function test_a_busy_database_breaks_nothing_and_is_told(): void
    {
        try {
            $this->run3(static fn() => throw new QueryException('sqlite', 'insert', [], new \PDOException('database is locked')));
            self::fail('It was not told.');
        } catch (QueryException) {
            self::assertSame([[], []], [$this->done, $this->passedOver]);
        }
    }
}
