<?php

declare(strict_types=1);

namespace Tests\Feature\Signals;

use App\Signals\Alert;
use App\Signals\Intake\ForgetOldSignals;
use App\Signals\TakeSignals;
use Illuminate\Support\Facades\DB;
use Tests\TestCase;

/** What a clock remembers of bundles saves reading them, and is never older than what is stored. */
final class KnownBundlesTest extends TestCase
{
    public function test_what_a_clock_left_itself_is_not_read_again(): void
    {
        $clock = new TakeSignals;
        $read = [];
        DB::listen(static function ($query) use (&$read): void {
            if (str_contains($query->sql, 'from `bundles` where `id`') || str_contains($query->sql, 'from `bundle_members`')) {
                $read[] = $query->sql;
            }
        });
        $this->signal([self::firing('clk-2')]);
        $this->take($clock);
        self::assertNotSame([], $read);
        $read = [];
        $this->later(5);
        $this->signal([self::firing('clk-2')]);
        $this->take($clock);
        self::assertSame([], $read);
        self::assertSame(2, Alert::query()->whereNull('closed_at')->where('item_named', 'clk-2')->sole()->count);
        // Another one reads what this one left, and this one what the other did.
        $this->later(5);
        $this->signal([self::firing('clk-2')]);
        $this->take(new TakeSignals);
        self::assertNotSame([], $read);
        $read = [];
        $this->later(5);
        $this->signal([self::firing('clk-2')]);
        $this->take($clock);
        self::assertNotSame([], $read);
        self::assertSame(4, Alert::query()->whereNull('closed_at')->where('item_named', 'clk-2')->sole()->count);
    }

    public function test_what_was_forgotten_is_not_remembered(): void
    {
        $clock = new TakeSignals;
        $this->signal([self::firing('clk-2')]);
        $this->take($clock);
        $this->signal([[...self::firing('clk-2'), 'condition' => 'clear']]);
        $this->take($clock);
        // Its looks are over by then, and so is the time for which it may matter.
        $this->later(90_001);
        DB::table('bundles')->update(['busy' => false, 'next_look_at' => null]);
        (new ForgetOldSignals)(static fn(): bool => true);
        self::assertSame(0, DB::table('bundle_members')->count());
        $this->signal([self::firing('clk-2')]);
        $this->take($clock);
        // Whoever takes over finds what it began.
        $this->later(60);
        $this->signal([[...self::firing('clk-2'), 'condition' => 'clear']]);
        $this->take(new TakeSignals);
        $this->later(3600);
        $this->take(new TakeSignals);
        self::assertSame(0, Alert::query()->whereNull('closed_at')->where('item_named', 'clk-2')->count());
    }

    private function take(TakeSignals $clock): void
    {
        while ($clock(static fn(): bool => true) > 0) {
        }
    }
}
