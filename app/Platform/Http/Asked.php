<?php

declare(strict_types=1);

namespace App\Platform\Http;

use Carbon\CarbonImmutable;
use Illuminate\Http\Request;

/** What an address or a form asks for, of the kind that is expected; what is of another kind ends in words, not in a fault. */
final class Asked
{
    /** Rules of validation for a time: words such as "tomorrow" are none, and nothing happens before or after these. */
    public const TIME = [
        'bail', 'string', 'max:40', 'regex:/^\d{4}-\d\d-\d\d([T ]\d\d:\d\d|$)/', 'date', 'after:1999-12-31', 'before:2100-01-01',
    ];

    private const LONGEST = 20_000;

    public static function text(Request $request, string $name, int $longest = self::LONGEST): string
    {
        $value = $request->input($name) ?? '';
        if (! is_scalar($value)) {
            self::refuse("“{$name}” has to be one text.");
        }

        return mb_substr(trim(is_bool($value) ? ($value ? '1' : '') : (string) $value), 0, $longest);
    }

    /** A text as it was sent: a document, of which white space may be a part. */
    public static function document(Request $request, string $name): string
    {
        $value = $request->input($name) ?? '';

        return is_string($value) ? $value : self::refuse("“{$name}” has to be one text.");
    }

    /** @return int $otherwise where nothing was asked for */
    public static function number(Request $request, string $name, int $otherwise = 0): int
    {
        $text = self::text($request, $name, 40);
        $number = filter_var($text, FILTER_VALIDATE_INT);

        return $text === '' ? $otherwise : ($number === false ? self::refuse("“{$name}” has to be a whole number.") : $number);
    }

    public static function yes(Request $request, string $name): bool
    {
        return in_array(mb_strtolower(self::text($request, $name, 10)), ['1', 'true', 'on', 'yes'], true);
    }

    /** A time such as 2026-03-03T08:00:00Z, in UTC where it says no zone, from 2000 to 2099. */
    public static function time(Request $request, string $name): ?CarbonImmutable
    {
        $text = self::text($request, $name, 40);
        if ($text === '') {
            return null;
        }
        $isOne = preg_match(
            '/^(20\d\d)-(\d\d)-(\d\d)(?:[T ](\d\d):(\d\d)(?::(\d\d)(?:\.\d{1,9})?)?(?:Z|[+-]\d\d:?\d\d)?)?$/D', $text, $parts,
        ) === 1
            && checkdate((int) $parts[2], (int) $parts[3], (int) $parts[1])
                && (int) ($parts[4] ?? 0) < 24
                && (int) ($parts[5] ?? 0) < 60
                && (int) ($parts[6] ?? 0) < 61;

        return $isOne
            ? CarbonImmutable::parse($text, 'UTC')->utc()
            : self::refuse("“{$name}” has to be a time such as 2026-03-03T08:00:00Z.");
    }

    /**
     * A range of time: of what it asks for more than so many days, that is refused.
     *
     * @return array{CarbonImmutable|null, CarbonImmutable|null} from, to
     */
    public static function range(Request $request, int $mostDays): array
    {
        [$from, $to] = [self::time($request, 'from'), self::time($request, 'to')];
        if ($from !== null && abs($from->diffInDays($to ?? now())) > $mostDays) {
            self::refuse("That is more than $mostDays days. Choose a shorter time.");
        }

        return [$from, $to];
    }

    /** @return array<string, string> what to say where a field is no time, or is missing; what another rule says of it stands */
    public static function say(string $field, string $words): array
    {
        return array_fill_keys(
            array_map(static fn(string $rule): string => "$field.$rule", ['required', 'string', 'max', 'regex', 'date', 'after', 'before']),
            $words,
        );
    }

    /**
     * A rule of validation: later than another field, where that is a time at all.
     *
     * @return \Closure(string, mixed, \Closure(string): mixed): void
     */
    public static function after(Request $request, string $other, string $why): \Closure
    {
        return static function (string $field, mixed $value, \Closure $fail) use ($request, $other, $why): void {
            $from = $request->input($other);
            $at = static fn(mixed $text): int|false => is_string($text) ? strtotime($text) : false;
            if ($at($value) !== false && $at($from) !== false && $at($value) <= $at($from)) {
                $fail($why);
            }
        };
    }

    private static function refuse(string $why): never
    {
        abort(400, "$why Correct the address, or begin again from the menu.");
    }
}
