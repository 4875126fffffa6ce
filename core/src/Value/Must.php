<?php

declare(strict_types=1);

namespace Skarvo\Value;

/** What a value holds true of itself: whoever builds one that cannot be is told at once, and where. */
final class Must
{
    /** @throws \DomainException */
    public static function hold(bool $true, string $why): void
    {
        if (! $true) {
            throw new \DomainException($why);
        }
    }

    /**
     * @param  array<array-key, mixed>  $list
     *
     * @throws \DomainException
     */
    public static function some(array $list, string $why): void
    {
        self::hold($list !== [], $why);
    }

    /** @throws \DomainException */
    public static function name(string $text, string $what): void
    {
        self::hold(trim($text) !== '', "$what has to have a name.");
    }

    /** @throws \DomainException */
    public static function atLeast(int $least, int $number, string $what): void
    {
        self::hold($number >= $least, "$what has to be $least or more, not $number.");
    }

    /**
     * A stretch of time, half-open.
     *
     * @throws \DomainException
     */
    public static function stretch(int $from, int $to, string $what): void
    {
        self::hold($from < $to, "$what has to end ($to) after it begins ($from).");
    }

    /** @throws \DomainException */
    public static function port(?int $port): void
    {
        self::hold($port === null || ($port >= 1 && $port <= 65535), 'A port lies between 1 and 65535.');
    }
}
