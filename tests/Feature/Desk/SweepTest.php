<?php

declare(strict_types=1);

namespace Tests\Feature\Desk;

use App\Desk\Sweep;
use Illuminate\Support\Facades\DB;
use Tests\TestCase;

/** What presses nobody is done every few seconds. */
final class SweepTest extends TestCase
{
    public function test_keys_of_requests_are_forgotten_when_no_browser_repeats_them_any_more(): void
    {
        foreach (['old' => now()->subHours(49), 'young' => now()->subHours(47)] as $id => $at) {
            DB::table('requests_done')->insert(['id' => $id, 'at' => $at]);
        }
        $sweep = new Sweep;
        $sweep(static fn(): bool => true);
        self::assertSame(['young'], DB::table('requests_done')->pluck('id')->all());

        DB::table('requests_done')->insert(['id' => 'old', 'at' => now()->subHours(49)]);
        $sweep(static fn(): bool => true);
        self::assertSame(2, DB::table('requests_done')->count(), 'It looks every few seconds, not with each turn of the clock.');
    }
}
