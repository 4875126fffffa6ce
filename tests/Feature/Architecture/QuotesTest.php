<?php

declare(strict_types=1);

namespace Tests\Feature\Architecture;

use Illuminate\Support\Facades\DB;
use Tests\TestCase;

/** SQLite takes a quoted name of no column for a text: a column that is gone must be an error in tests, not a wrong answer. */
final class QuotesTest extends TestCase
{
    public function test_a_column_that_is_no_more_is_an_error(): void
    {
        $this->expectException(\Illuminate\Database\QueryException::class);
        DB::table('calls')->where('no_such_column', 'x')->count();
    }
}
