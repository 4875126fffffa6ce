<?php

declare(strict_types=1);

namespace App\Platform;

/** Notices when somebody, or a time server, sets the machine's clock: time that passes is not the same as time that is set. */
final class SteadyTime
{
    /** Less than this is drift, not a jump: seconds. */
    private const JUMP = 2;

    private ?float $apart = null;

    /**
     * @param  float  $wall  what the clock says
     * @param  float  $steady  seconds that have passed since some moment
     * @return int by how many seconds the clock was set forward since the last look; less than zero is back, 0 is not at all
     */
    public function jumped(float $wall, float $steady): int
    {
        $before = $this->apart;
        $this->apart = $wall - $steady;
        $jump = $before === null ? 0 : (int) round($this->apart - $before);

        return abs($jump) >= self::JUMP ? $jump : 0;
    }

    /** Seconds since the machine was started, those in which it slept among them where that is known. */
    public static function passed(): float
    {
        $uptime = @file_get_contents('/proc/uptime');

        return $uptime === false ? hrtime(true) / 1e9 : (float) $uptime;
    }
}
