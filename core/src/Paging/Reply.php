<?php

declare(strict_types=1);

namespace Skarvo\Paging;

/** What a person answers to a page where it arrived: in words, by text or mail, or by a key on a call. */
final readonly class Reply
{
    /** "In 10 minutes" by a key, which cannot say how many. */
    public const KEY_MINUTES = 10;

    private const MOST_MINUTES = 120;

    /**
     * @param  int  $minutes  until they begin; 0 but for Later
     * @param  string  $to  whom they named, as they wrote it; empty but for HandTo, and there where a key was pressed
     */
    private function __construct(public ReplyKind $kind, public int $minutes = 0, public string $to = '') {}

    public static function yes(): self
    {
        return new self(ReplyKind::Yes);
    }

    public static function no(): self
    {
        return new self(ReplyKind::No);
    }

    /** @param  int  $minutes  1 to 120 */
    public static function later(int $minutes): self
    {
        return new self(ReplyKind::Later, max(1, min(self::MOST_MINUTES, $minutes)));
    }

    public static function handTo(string $to): self
    {
        return new self(ReplyKind::HandTo, 0, $to);
    }

    /** @return self|null null if the first line that is theirs is none of the answers */
    public static function fromText(string $text): ?self
    {
        $line = self::firstOwnLine($text);
        if (preg_match('/^\d$/', $line) === 1) {
            return self::fromKey($line);
        }
        if (preg_match('/^(?:hand|give|pass)(?: (?:it|this))?(?: over)? to[: ]+(\S.*)$/iu', $line, $m) === 1) {
            return self::handTo(rtrim($m[1], " .!\t"));
        }
        if (preg_match('/^(?:(?:yes|ok),? )?in (\d{1,3}) ?(?:m|min|mins|minute|minutes)?[.! ]*$/iu', $line, $m) === 1) {
            return (int) $m[1] >= 1 && (int) $m[1] <= self::MOST_MINUTES ? self::later((int) $m[1]) : null;
        }
        if (preg_match('/^(?:yes|y|yep|ok|okay|on it|i have it|i take it|mine)\b(?![ ,]*(?:but|no)\b)/iu', $line) === 1) {
            return self::yes();
        }

        return preg_match('/^(?:no|n|nope|not me|i can\W?t|cannot|can\W?t)\b(?! problem)/iu', $line) === 1 ? self::no() : null;
    }

    /** @param  string  $key  1 yes, 2 no, 3 in ten minutes, 4 hand it to whom the call named */
    public static function fromKey(string $key): ?self
    {
        return match ($key) {
            '1' => self::yes(),
            '2' => self::no(),
            '3' => self::later(self::KEY_MINUTES),
            '4' => self::handTo(''),
            default => null,
        };
    }

    /** A reply by mail carries what it answers below it, each line of which begins with ">". */
    private static function firstOwnLine(string $text): string
    {
        foreach (preg_split('/\R/u', mb_scrub($text)) ?: [] as $line) {
            $line = trim((string) preg_replace('/\s+/u', ' ', $line));
            if ($line !== '' && ! str_starts_with($line, '>')) {
                return $line;
            }
        }

        return '';
    }
}
