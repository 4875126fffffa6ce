<?php

declare(strict_types=1);

namespace Skarvo\Time;

/**
 * An ISO 8601 duration of weeks, days, hours, minutes and seconds.
 * Days are days of the calendar where a wall clock counts, and 24 hours elsewhere; months and years are refused.
 */
final readonly class Duration
{
    /**
     * @param  int  $days  whole days, weeks included
     * @param  int  $clock  seconds of the part behind the T
     */
    private function __construct(public int $days, public int $clock) {}

    public static function parse(string $text): ?self
    {
        if (preg_match('/^P(?!$)(?:(\d{1,5})W|(?:(\d{1,6})D)?(?:T(?=\d)(?:(\d{1,7})H)?(?:(\d{1,9})M)?(?:(\d{1,10})S)?)?)$/D', $text, $m) !== 1) {
            return null;
        }
        $number = static fn(int $group): int => (int) ($m[$group] ?? '');

        return new self($number(1) * 7 + $number(2), $number(3) * 3600 + $number(4) * 60 + $number(5));
    }

    public static function ofSeconds(int $seconds): self
    {
        return new self(0, $seconds);
    }

    /** Elapsed seconds, a day being 24 hours. */
    public function seconds(): int
    {
        return $this->days * 86400 + $this->clock;
    }
}
