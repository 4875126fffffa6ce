<?php

declare(strict_types=1);

namespace Skarvo\Time;

/** A point in time, read from RFC 3339. Computation is in whole seconds; the fraction only orders events. */
final readonly class Instant
{
    /**
     * @param  int  $seconds  since 1970-01-01T00:00:00Z
     * @param  string  $fraction  decimal digits after the second, without trailing zeros
     */
    private function __construct(public int $seconds, public string $fraction) {}

    public static function ofSeconds(int $seconds): self
    {
        return new self($seconds, '');
    }

    /** @return self|null null when the text is no RFC 3339 time with an offset (section 5.6) */
    public static function parse(string $text): ?self
    {
        if (preg_match('/^(\d{4})-(\d\d)-(\d\d)[Tt](\d\d):(\d\d):(\d\d)(?:\.(\d+))?(?:[Zz]|([+-]\d\d:\d\d))$/D', $text, $m) !== 1) {
            return null;
        }
        [, $year, $month, $day, $hour, $minute, $second] = array_map(intval(...), $m);
        if (! checkdate($month, $day, max($year, 1)) || $hour > 23 || $minute > 59 || $second > 59) {
            return null;
        }
        $offset = 0;
        if (isset($m[8])) {
            [$hours, $minutes] = array_map(intval(...), explode(':', $m[8]));
            if (abs($hours) > 23 || $minutes > 59) {
                return null;
            }
            $offset = (abs($hours) * 3600 + $minutes * 60) * ($m[8][0] === '-' ? -1 : 1);
        }

        return new self(
            CivilDate::days($year, $month, $day) * 86400 + $hour * 3600 + $minute * 60 + $second - $offset,
            rtrim($m[7] ?? '', '0'),
        );
    }

    public function compare(self $other): int
    {
        return $this->seconds <=> $other->seconds ?: strcmp($this->fraction, $other->fraction) <=> 0;
    }

    /** RFC 3339 in UTC, whole seconds. */
    public static function format(int $seconds): string
    {
        return gmdate('Y-m-d\TH:i:s\Z', $seconds);
    }
}
