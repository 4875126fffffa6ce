<?php

declare(strict_types=1);

namespace Skarvo\Signals;

use Skarvo\Topology\State;

/** How soon somebody has to take a group of alerts, and which of several comes first. */
final class Attention
{
    /** The tier of what endangers no service. */
    public const NO_TIER = 9;

    /** Minutes that alerts may stay with nobody, by the tier of the service that they endanger. */
    private const UNTAKEN_MINUTES = [1 => 10, 2 => 20, 3 => 60, 4 => 120, self::NO_TIER => 240];

    /**
     * @param  int  $rank  of the state of what is endangered: what still works, if without a spare, may wait longest
     * @return int minutes
     */
    public static function mayWait(int $tier, int $rank): int
    {
        return self::UNTAKEN_MINUTES[$rank >= State::Degraded->rank() ? $tier : self::NO_TIER] ?? self::UNTAKEN_MINUTES[self::NO_TIER];
    }

    /** @return bool whether that is the longest wait that there is */
    public static function isLongest(int $minutes): bool
    {
        return $minutes === self::UNTAKEN_MINUTES[self::NO_TIER];
    }

    /**
     * A text by which groups come in order of need: what nobody has before what somebody has, then by tier, state and
     * level, and those that began first.
     *
     * @param  int  $rank  of the state, 0 to 3; $level likewise
     * @param  string  $since  a text that sorts by time
     */
    public static function order(bool $isTaken, int $tier, int $rank, int $level, string $since, int $id): string
    {
        return ($isTaken ? '1' : '0').$tier.(9 - $rank).(9 - $level).$since.sprintf('%012d', $id);
    }
}
