<?php

declare(strict_types=1);

namespace Skarvo\Updates\Check;

/** Times of day in words that are to go out: each is one that is known, of what it is said of. */
final readonly class SaidTimes
{
    /** "As of 14:05" is said a little later. */
    private const NOW_SECONDS = 300;

    private const NUMBERS = '(?:one|two|three|four|five|six|seven|eight|nine|ten|eleven|twelve|ett|to|tre|fire|fem|seks|sju|syv|åtte|ni|ti|elleve|tolv|eins|zwei|drei|vier|fünf|sechs|sieben|acht|neun|zehn|elf|zwölf)';

    private const CLOCK = '(?<![\d:.,/-])(?<h>[01]?\d|2[0-4])(?<sep>[:.h])(?<m>[0-5]\d)(?![\d:]|[.,/-]\d)(?:\s*(?<ap>[ap])\.?m\b\.?)?(?:\s*(?:uhr|hrs|o.clock))?(?:\s*\(?(?<zone>(?:utc|gmt)[+-]\d{1,2}(?::?\d{2})?|utc|gmt|cest|cet|mesz|mez|bst|eest|eet|est|edt|pst|pdt)(?![\p{L}\d])\)?)?';

    private const HOUR = '(?<![\d:.,/-])(?:(?<h12>1[0-2]|0?[1-9])\s*(?<ap2>[ap])\.?m\b\.?|(?<h24>[01]?\d|2[0-4])\s*(?:uhr|o.clock)\b)';

    private const SPOKEN = '\b(?:(?<part>half past|quarter past|quarter to|halb|halv)\s+(?<word>'.self::NUMBERS
        .')|(?<noon>noon|midday|midnight|mitternacht|midnatt))\b';

    public function __construct(private RecordFacts $facts) {}

    /** @return list<Slip> */
    public function in(Text $text): array
    {
        $slips = [];
        foreach ($text->sentences() as [$from, $sentence]) {
            $part = new Text($sentence);
            foreach (self::matches($part) as $match) {
                $slip = $this->judge($text, $part->text, $from, $match);
                if ($slip !== null) {
                    $slips[] = $slip;
                }
            }
        }

        return $slips;
    }

    /** Whether a clause gives a time to come, other than of the next update: what it says is hoped for. "Back to normal around 16:00". */
    public function isToCome(string $clause): bool
    {
        $text = new Text($clause);
        foreach (self::matches($text) as $match) {
            $ahead = ($this->sameDay(self::clock($match)) - $this->facts->now + 86400) % 86400;
            if (
                $ahead > self::NOW_SECONDS && $ahead < 43200
                && ! in_array(self::role(substr($text->text, 0, $match[0][1])), ['next', 'since'], true)
            ) {
                return true;
            }
        }

        return false;
    }

    /** @return list<array<array-key, array{string, int}>> times of day in a text */
    private static function matches(Text $text): array
    {
        return array_merge(...array_map($text->all(...), [self::CLOCK, self::HOUR, self::SPOKEN]));
    }

    /** @param  array<array-key, array{string, int}>  $match */
    private function judge(Text $text, string $sentence, int $from, array $match): ?Slip
    {
        [$found, $at] = $match[0];
        $before = substr($sentence, 0, $at);
        $dotted = ($match['sep'][0] ?? ':') !== ':';
        // "2.30" is a time only where it is said to be one.
        if ($dotted && ! isset($match['ap']) && preg_match(
            '~\b(?:at|by|since|until|from|kl\.?|klokka|klokken|um|ab|bis|seit|gegen|før|innen|siden|fra|til)\s*$~iu', $before
        ) !== 1
            && preg_match('~(?:uhr|hrs|o.clock)~iu', $found) !== 1) {
            return null;
        }
        if (preg_match('~^\W{0,2}(?:\w+\W){0,1}'.Words::TIMETABLE.'\b~iu', substr($sentence, $at + strlen($found))) === 1
            || preg_match('~'.Words::TIMETABLE.'\W+(?:at|of|kl\.?|um|from|på|den|der)?\W*$~iu', $before) === 1) {
            return null;
        }
        $clock = self::clock($match);
        $role = self::role($before);
        $known = array_filter(match ($role) {
            'since' => ['it began' => $this->facts->since, 'the last update was given' => $this->facts->told],
            'estimate' => ['it is expected back' => $this->facts->estimate],
            'next' => ['the next update is promised' => $this->facts->next],
            default => [
                'it began' => $this->facts->since, 'the last update was given' => $this->facts->told,
                'it is expected back' => $this->facts->estimate, 'the next update is promised' => $this->facts->next,
            ],
        }, static fn(?int $one): bool => $one !== null);
        $zone = isset($match['zone']) ? self::zone($match['zone'][0]) : null;
        foreach ($known as $what => $one) {
            if ($this->facts->clock($one, $zone) === $clock) {
                return $what === 'it is expected back' && $one <= $this->facts->now ? $text->slip(
                    SlipKind::Passed, $from + $at, $found,
                    "$clock has passed, and it does not work as it did. Say a later time, or that nobody knows yet.",
                ) : null;
            }
        }
        if ($role === null && abs($this->sameDay($clock) - $this->facts->now) <= self::NOW_SECONDS) {
            return null;
        }
        foreach ($known as $what => $one) {
            if ($zone === null && $this->facts->clock($one, new \DateTimeZone('UTC')) === $clock) {
                return $text->slip(
                    SlipKind::Zone, $from + $at, $found, "$clock is the time in UTC when $what. Here it is {$this->facts->clock($one)}.",
                    $this->facts->clock($one),
                );
            }
        }
        $told = implode(
            ', ', array_map(fn(string $what, int $one): string => "$what at {$this->facts->clock($one)}", array_keys($known), $known)
        );

        return $text->slip(
            SlipKind::Time, $from + $at, $found,
            $known === []
                ? ($role === 'estimate' ? 'Nobody has said by when it is back.' : 'No next update is promised.')
                : "$found is no time that the record knows: $told.",
            count($known) === 1 ? $this->facts->clock(array_values($known)[0]) : null,
        );
    }

    private function sameDay(string $clock): int
    {
        [$hour, $minute] = explode(':', $clock);

        return (new \DateTimeImmutable("@{$this->facts->now}"))->setTimezone($this->facts->zone)->setTime((int) $hour, (int) $minute)
            ->getTimestamp();
    }

    /** Of what a time is said, by the nearest word before it; a next update is that wherever it stands, but for "since" behind it. */
    private static function role(string $before): ?string
    {
        $since = (new Text($before))->all(Words::SINCE);
        $before = substr($before, $since === [] ? 0 : $since[count($since) - 1][0][1]);
        $role = null;
        $nearest = -1;
        foreach (Words::TIMES as $kind => $pattern) {
            foreach ((new Text($before))->all($pattern) as $match) {
                if ($kind === 'next') {
                    return 'next';
                }
                if ($match[0][1] > $nearest) {
                    [$role, $nearest] = [$kind, $match[0][1]];
                }
            }
        }

        return $role;
    }

    private static function zone(string $name): \DateTimeZone
    {
        $minutes = preg_match('~([+-])(\d{1,2}):?(\d{2})?$~', $name, $offset) === 1
            ? (int) "{$offset[1]}1" * ((int) $offset[2] * 60 + (int) ($offset[3] ?? 0))
            : Words::ZONES[strtolower($name)];

        return new \DateTimeZone(sprintf('%s%02d:%02d', $minutes < 0 ? '-' : '+', intdiv(abs($minutes), 60), abs($minutes) % 60));
    }

    /** @param  array<array-key, array{string, int}>  $match */
    private static function clock(array $match): string
    {
        $noon = mb_strtolower($match['noon'][0] ?? '');
        if ($noon !== '') {
            return in_array($noon, ['noon', 'midday'], true) ? '12:00' : '00:00';
        }
        if (isset($match['part'], $match['word'])) {
            $hour = Words::HOURS[mb_strtolower($match['word'][0])];
            $minutes = match (mb_strtolower($match['part'][0])) {
                'half past' => $hour * 60 + 30,
                'quarter past' => $hour * 60 + 15,
                'quarter to' => $hour * 60 - 15,
                // "Halb acht" and "halv åtte" are half an hour before it.
                default => $hour * 60 - 30,
            };

            return sprintf('%02d:%02d', intdiv($minutes, 60), $minutes % 60);
        }
        $hour = (int) ($match['h'] ?? $match['h12'] ?? $match['h24'] ?? ['0', 0])[0];
        $half = strtolower(($match['ap'] ?? $match['ap2'] ?? ['', 0])[0]);
        if ($half !== '') {
            $hour = $hour % 12 + ($half === 'p' ? 12 : 0);
        }

        return sprintf('%02d:%02d', $hour % 24, (int) ($match['m'] ?? ['0', 0])[0]);
    }
}
