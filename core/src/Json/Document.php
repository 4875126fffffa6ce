<?php

declare(strict_types=1);

namespace Skarvo\Json;

use Skarvo\Time\Duration;
use Skarvo\Time\Instant;
use Skarvo\Time\LocalTime;

/**
 * Reads one JSON document strictly: unknown fields, wrong types and bad references are errors.
 *
 * Every check notes what is wrong and goes on; conclude() then tells the first error in the order of the document.
 * A check that notes an error returns null, so that a reader can read on without it.
 */
final class Document
{
    /** Bytes from which on a long list is left in the text. */
    private const LONG = 2_000_000;

    /** @var list<array{ErrorCode, string, string}> */
    private array $problems = [];

    /** @param  string|null  $text  what it was read from, where a long list was left in it */
    private function __construct(private mixed $root, private readonly ?string $text = null) {}

    /**
     * @param  string|null  $longList  a field whose list of flat objects is not decoded at once where the text is long: it
     *     is a LongList then
     *
     * @throws BadInput when the text is no JSON, or its outermost value is no object
     */
    public static function parse(string $json, ?string $longList = null): self
    {
        $apart = $longList !== null && strlen($json) >= self::LONG ? LongList::takeOut($json, $longList) : null;
        if ($apart !== null) {
            $root = json_decode($apart[0], false, 512);
            if ($root instanceof \stdClass) {
                $root->{$longList} = $apart[1];

                return new self($root, $json);
            }
        }
        try {
            $root = json_decode($json, false, 512, JSON_THROW_ON_ERROR);
        } catch (\JsonException $e) {
            throw new BadInput(
                ErrorCode::InvalidJson, '', 'This is not JSON: '.lcfirst($e->getMessage()).'. Send one UTF-8 JSON document.',
            );
        }

        return self::of($root);
    }

    /** @throws BadInput when the value is no object */
    public static function of(mixed $root): self
    {
        if (! $root instanceof \stdClass) {
            throw new BadInput(ErrorCode::WrongType, '', 'The document must be a JSON object, in braces.');
        }

        return new self($root);
    }

    public function root(): mixed
    {
        return $this->root;
    }

    public function refuse(ErrorCode $code, string $at, string $message): null
    {
        $this->problems[] = [$code, $at, $message];

        return null;
    }

    public function isSound(): bool
    {
        return $this->problems === [];
    }

    /** @throws BadInput the first problem in the order of the document; one that was noted first wins among equals */
    public function conclude(): void
    {
        if ($this->problems !== [] && $this->text !== null) {
            // Where each thing stands is only needed to say what is wrong first.
            $this->root = json_decode($this->text, false, 512);
        }
        $first = null;
        $firstPosition = [];
        foreach ($this->problems as $problem) {
            $position = Pointer::position($problem[1], $this->root);
            if ($first === null || self::before($position, $firstPosition)) {
                [$first, $firstPosition] = [$problem, $position];
            }
        }
        if ($first !== null) {
            throw new BadInput(...$first);
        }
    }

    /**
     * @param  list<int>  $a
     * @param  list<int>  $b
     */
    private static function before(array $a, array $b): bool
    {
        foreach ($a as $i => $step) {
            if (! isset($b[$i])) {
                return false;
            }
            if ($step !== $b[$i]) {
                return $step < $b[$i];
            }
        }

        return count($a) < count($b);
    }

    /**
     * The fields of an object. What is unknown or missing is noted.
     *
     * @param  list<string>  $required
     * @param  list<string>  $optional
     * @return array<array-key, mixed>|null null if the value is no object
     */
    public function fields(mixed $value, string $at, array $required, array $optional = []): ?array
    {
        if (! $value instanceof \stdClass) {
            return $this->wrongType($at, 'an object');
        }
        $fields = get_object_vars($value);
        foreach ($required as $name) {
            if (! array_key_exists($name, $fields)) {
                $this->refuse(ErrorCode::MissingField, Pointer::child($at, $name), "The field \"$name\" is missing here. Add it.");
            }
        }
        foreach (array_keys(array_diff_key($fields, array_flip($required), array_flip($optional))) as $name) {
            $this->refuse(
                ErrorCode::UnknownField, Pointer::child($at, $name),
                "There is no field \"$name\" here. Fields are: ".implode(', ', [...$required, ...$optional]).'.',
            );
        }

        return $fields;
    }

    /** @return iterable<int, mixed>|null the values of a list, which may be a long one that is read as it is walked */
    public function rows(mixed $value, string $at): ?iterable
    {
        return $value instanceof LongList ? $value : $this->list($value, $at);
    }

    /** @return list<mixed>|null */
    public function list(mixed $value, string $at): ?array
    {
        return is_array($value) && array_is_list($value) ? $value : $this->wrongType($at, 'a list');
    }

    /** @return array<array-key, mixed>|null the members of an object that serves as a map; integer-like names come as integers */
    public function map(mixed $value, string $at): ?array
    {
        return $value instanceof \stdClass ? get_object_vars($value) : $this->wrongType($at, 'an object');
    }

    public function text(mixed $value, string $at): ?string
    {
        return is_string($value) ? $value : $this->wrongType($at, 'a string');
    }

    /** An id: 1 to 128 characters with no white space or control characters. */
    public static function isId(string $text): bool
    {
        return preg_match('/^[^\p{Z}\p{Cc}]{1,128}$/Du', $text) === 1;
    }

    public function id(mixed $value, string $at): ?string
    {
        if (! is_string($value)) {
            return $this->wrongType($at, 'a string');
        }
        if (! self::isId($value)) {
            return $this->refuse(ErrorCode::OutOfRange, $at, 'An id has 1 to 128 characters, with no white space or control characters.');
        }

        return $value;
    }

    /**
     * @template T of \BackedEnum
     *
     * @param  class-string<T>  $enum
     * @return T|null
     */
    public function word(mixed $value, string $at, string $enum): ?\BackedEnum
    {
        if (! is_string($value)) {
            return $this->wrongType($at, 'a string');
        }

        return $enum::tryFrom($value)
            ?? $this->refuse(
                ErrorCode::OutOfRange, $at,
                "\"$value\" is not known here. Words are: ".implode(
                    ', ', array_map(static fn(\BackedEnum $case): string => (string) $case->value, $enum::cases()),
                ).'.',
            );
    }

    public function integer(mixed $value, string $at, int $min, int $max): ?int
    {
        if (! is_int($value)) {
            return $this->wrongType($at, 'a whole number');
        }

        return $value >= $min && $value <= $max
            ? $value
            : $this->refuse(
                ErrorCode::OutOfRange, $at,
                $max === PHP_INT_MAX ? "Use a whole number, $min or more." : "Use a whole number from $min to $max.",
            );
    }

    public function instant(mixed $value, string $at): ?Instant
    {
        if (! is_string($value)) {
            return $this->wrongType($at, 'a string');
        }

        return Instant::parse($value)
            ?? $this->refuse(ErrorCode::OutOfRange, $at, 'Use an RFC 3339 time with an offset, such as 2026-03-29T01:00:00Z.');
    }

    public function localTime(mixed $value, string $at): ?LocalTime
    {
        if (! is_string($value)) {
            return $this->wrongType($at, 'a string');
        }

        return LocalTime::parse($value)
            ?? $this->refuse(ErrorCode::OutOfRange, $at, 'Use a local time without offset or seconds, such as 2026-03-29T09:00.');
    }

    public function duration(mixed $value, string $at): ?Duration
    {
        if (! is_string($value)) {
            return $this->wrongType($at, 'a string');
        }

        return Duration::parse($value)
            ?? $this->refuse(ErrorCode::OutOfRange, $at, 'Use an ISO 8601 duration, such as PT90S, PT5M, P1D or P1W.');
    }

    public function wrongType(string $at, string $wanted): null
    {
        return $this->refuse(ErrorCode::WrongType, $at, "This must be $wanted.");
    }
}
