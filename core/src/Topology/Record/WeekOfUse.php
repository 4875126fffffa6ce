<?php

declare(strict_types=1);

namespace Skarvo\Topology\Record;

/**
 * How much a service is used through the week, on the clocks of its organisation:
 * `sailings: Mon-Fri 06-22 12; Sat-Sun 08-20 6; else 1` is so many sailings an hour.
 */
final readonly class WeekOfUse
{
    public const HOURS = 168;

    private const DAYS = ['mon' => 0, 'tue' => 1, 'wed' => 2, 'thu' => 3, 'fri' => 4, 'sat' => 5, 'sun' => 6];

    /**
     * @param  non-empty-list<float>  $hours  from Monday at midnight, an hour each
     */
    private function __construct(public string $text, public string $unit, public array $hours) {}

    /** @throws BadValue */
    public static function parse(string $text): self
    {
        $wrong = static fn(string $part): BadValue => new BadValue(
            "Use: \"$part\" is not understood. Write such as \"sailings: Mon-Fri 06-22 12; Sat-Sun 08-20 6; else 1\": what is counted, then days, hours and how many an hour.",
        );
        if (preg_match('/^([^:;]{1,40}):\s*(.+)$/Dsu', trim($text), $m) !== 1) {
            throw $wrong(trim($text));
        }
        $hours = array_fill(0, self::HOURS, null);
        $else = 0.0;
        $clauses = [];
        foreach (explode(';', $m[2]) as $clause) {
            $clause = trim((string) preg_replace('/\s+/u', ' ', $clause));
            if ($clause === '') {
                continue;
            }
            $clauses[] = $clause;
            if (preg_match('/^else (\d{1,9}(?:\.\d{1,3})?)$/Di', $clause, $p) === 1) {
                $else = (float) $p[1];
            } elseif (preg_match(
                '/^([a-z,-]+) (\d\d?)(?::00)?-(\d\d?)(?::00)? (\d{1,9}(?:\.\d{1,3})?)$/Di', $clause, $p,
            ) === 1 && $p[2] < 24 && $p[3] <= 24 && $p[2] !== $p[3]) {
                $from = (int) $p[2];
                $length = ((int) $p[3] - $from + 24) % 24 ?: 24;
                foreach (self::days($p[1]) ?? throw $wrong($clause) as $day) {
                    for ($hour = 0; $hour < $length; $hour++) {
                        $hours[($day * 24 + $from + $hour) % self::HOURS] = (float) $p[4];
                    }
                }
            } else {
                throw $wrong($clause);
            }
        }
        if ($clauses === []) {
            throw $wrong(trim($text));
        }

        return new self(
            trim($m[1]).': '.implode('; ', $clauses), trim($m[1]),
            array_values(array_map(static fn(?float $use): float => $use ?? $else, $hours)),
        );
    }

    /** @return list<int>|null */
    private static function days(string $text): ?array
    {
        if (strtolower($text) === 'daily') {
            return range(0, 6);
        }
        $days = [];
        foreach (explode(',', strtolower($text)) as $part) {
            $ends = explode('-', $part);
            if (count($ends) > 2 || ! isset(self::DAYS[$ends[0]], self::DAYS[$ends[count($ends) - 1]])) {
                return null;
            }
            $last = self::DAYS[$ends[count($ends) - 1]];
            for ($day = self::DAYS[$ends[0]]; ; $day = ($day + 1) % 7) {
                $days[] = $day;
                if ($day === $last) {
                    break;
                }
            }
        }

        return $days;
    }

    /** The hour of the week of an instant, 0 to 167, in a time zone. */
    public static function hourOf(int $seconds, \DateTimeZone $zone): int
    {
        $local = (new \DateTimeImmutable("@$seconds"))->setTimezone($zone);

        return ((int) $local->format('N') - 1) * 24 + (int) $local->format('G');
    }

    /** When it is used at all, in words: the hours above a fifth of the busiest. */
    public function hoursInWords(): string
    {
        $most = max($this->hours);
        if ($most <= 0) {
            return 'not used';
        }
        $days = [];
        for ($day = 0; $day < 7; $day++) {
            $in = array_keys(array_filter(array_slice($this->hours, $day * 24, 24), static fn(float $use): bool => $use > $most / 5));
            $days[] = match (count($in)) {
                0 => '',
                24 => 'all day',
                default => sprintf('%02d–%02d', min($in), max($in) + 1),
            };
        }
        $names = ['Mon', 'Tue', 'Wed', 'Thu', 'Fri', 'Sat', 'Sun'];
        $told = [];
        for ($day = 0; $day < 7; $day = $last + 1) {
            for ($last = $day; $last < 6 && $days[$last + 1] === $days[$day]; $last++);
            if ($days[$day] !== '') {
                $told[] = ($last === $day ? $names[$day] : (
                    $day === 0 && $last === 6 ? 'every day' : "$names[$day]–$names[$last]"
                )).($days[$day] === 'all day' && $day === 0 && $last === 6 ? ', all day' : " $days[$day]");
            }
        }

        return implode(', ', $told);
    }
}
