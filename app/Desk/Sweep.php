<?php

declare(strict_types=1);

namespace App\Desk;

use App\Platform\Contracts\ClockPart;
use App\Platform\Contracts\Swept;
use App\Platform\Given;
use App\Platform\Once;

/** What presses nobody, every few seconds. */
final class Sweep implements ClockPart
{
    private const EVERY_SECONDS = 5;

    private float $swept = -INF;

    public function name(): string
    {
        return 'sweep';
    }

    public function whileBroken(): string
    {
        return 'Reminders of dates are late, and who left a room still stands there.';
    }

    public function __invoke(\Closure $mayWork): int
    {
        if (hrtime(true) / 1e9 - $this->swept <= self::EVERY_SECONDS) {
            return 0;
        }
        $this->swept = hrtime(true) / 1e9;
        Once::forgetOld();

        return array_sum(array_map(static fn(Swept $one): int => $one($mayWork), Given::all(Swept::class)));
    }
}
