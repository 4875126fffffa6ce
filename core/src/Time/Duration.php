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
        if (preg_match(
            '/^P(?!$)(?:(\d{1,5})W|(?:(\d{1,6})D)?(?:T(?=\d)(?:(\d{1,7})H)?(?:(\d{1,9})M)?(?:(\d{1,10})S)?)?)$/D', $text, $m,
        ) !== 1) {
            return null;
        }
        $number = static fn(int $group): int => (int) ($m[$group] ?? '');

        return new self($number(1) * 7 + $number(2), $number(3) * 3600 + $number(4) * 60 + $number(5));
    }

    public static function ofSeconds(int $seconds): self
    {
        return new self(0, $seconds);
    }

    /** `12 s`, `4 min`, `1 h 57 min`, `2 d 3 h`: how long something lasted, as people say it. Screens say it alike. */
    public static function words(int $seconds): string
    {
        $seconds = max(0, $seconds);
        [$minutes, $hours, $days] = [intdiv($seconds, 60), intdiv($seconds, 3600), intdiv($seconds, 86400)];
        $and = static fn(int $rest, string $unit): string => $rest === 0 ? '' : " $rest $unit";

        return match (true) {
            $seconds < 60 => "$seconds s",
            $minutes < 60 => "$minutes min",
            $hours < 48 => "$hours h{$and($minutes % 60, 'min')}",
            default => "$days d{$and($hours % 24, 'h')}",
        };
    }

    /** Elapsed seconds, a day being 24 hours. */
    public function seconds(): int
    {
        return $this->days * 86400 + $this->clock;
    }
}
