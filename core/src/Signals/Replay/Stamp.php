<?php

declare(strict_types=1);

namespace Skarvo\Signals\Replay;

/**
 * A place in time finer than an instant, as a text that sorts: first an instant's signals in their order, with what
 * they open at once, then what is due, in order of key.
 */
final class Stamp
{
    public static function ofSignal(ReplaySignal $signal): string
    {
        return sprintf('%012d0%018d', $signal->at, $signal->order);
    }

    public static function ofOpening(int $at, string $key): string
    {
        return sprintf('%012d1', $at).$key;
    }

    /** @return int seconds since the epoch */
    public static function instant(string $stamp): int
    {
        return (int) substr($stamp, 0, 12);
    }

    /** Before everything that happens at an instant. */
    public static function before(int $at): string
    {
        return sprintf('%012d', $at);
    }
}
