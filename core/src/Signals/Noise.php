<?php

declare(strict_types=1);

namespace Skarvo\Signals;

/** What of a turn is worth telling whoever comes as noise: what came back, or kept on repeating. */
final class Noise
{
    /** One alert of more signals than this repeats itself. */
    private const SIGNALS = 20;

    /**
     * @param  int  $alerts  of one key that opened in the time
     * @param  int  $signals  of all of them
     */
    public static function isNoisy(int $alerts, int $signals): bool
    {
        return $alerts > 1 || $signals > self::SIGNALS;
    }
}
