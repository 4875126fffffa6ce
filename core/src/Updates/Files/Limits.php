<?php

declare(strict_types=1);

namespace Skarvo\Updates\Files;

/** How much may be attached. */
final class Limits
{
    public const BYTES = 10 * 1024 * 1024;

    /** With one message. */
    public const AT_ONCE = 5;

    /** To one report, in all. */
    public const IN_ALL = 25;

    /** A picture that says that it has more would fill the memory when it is opened. */
    public const PIXELS = 50_000_000;

    /** Of all the pictures of one message: to open so many takes three seconds. */
    public const PIXELS_AT_ONCE = 100_000_000;

    public const SIDE = 20_000;

    /** Larger pictures are made smaller: nobody needs more to see what is wrong. */
    public const KEPT_SIDE = 3000;

    /** Whether a picture of that size would take too much to open. */
    public static function isTooLarge(int $width, int $height): bool
    {
        return $width > self::SIDE || $height > self::SIDE || $width * $height > self::PIXELS;
    }

    /** @return array{int, int} width and height as it is kept: within KEPT_SIDE, in its proportion */
    public static function kept(int $width, int $height): array
    {
        $longest = max($width, $height);
        if ($longest <= self::KEPT_SIDE) {
            return [$width, $height];
        }

        return [max(1, intdiv($width * self::KEPT_SIDE, $longest)), max(1, intdiv($height * self::KEPT_SIDE, $longest))];
    }
}
