<?php

declare(strict_types=1);

namespace App\Updates\Outside;

use App\Platform\Contracts\ClockPart;

/** Keeps the public page as files current, at once when something is published. */
final class KeepPublicFolder implements ClockPart
{
    private const LOOK_SECONDS = 0.5;

    private static float $looked = -INF;

    public function name(): string
    {
        return 'public-page';
    }

    public function whileBroken(): string
    {
        return 'The public status page stays as it was; it says as of when.';
    }

    public function __invoke(\Closure $mayWork): int
    {
        $now = microtime(true);
        if ($now - self::$looked < self::LOOK_SECONDS || ! $mayWork()) {
            return 0;
        }
        self::$looked = $now;
        PublicFolder::bringUpToDate();

        // It is nothing that others wait for.
        return 0;
    }
}
