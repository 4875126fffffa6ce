<?php

declare(strict_types=1);

namespace Skarvo\Topology\Record;

use Skarvo\Value\Must;

/** What a field of an item has to be: `firmware~5.0`, `valid_until<2026-09-30`, `approver!`. */
final readonly class FieldCondition
{
    private const FORM = '/^([a-z][a-z0-9_]{0,39})([~=<>!])(.*)$/sDu';

    private const LONGEST = 200;

    /** @throws \DomainException if it cannot be so */
    public function __construct(public string $field, public Comparison $comparison, public string $value = '')
    {
        Must::name($field, 'The field of a condition');
    }

    /** @return self|null null if it is none, or has no value to hold against */
    public static function parse(string $text): ?self
    {
        if (preg_match(self::FORM, $text, $parts) !== 1) {
            return null;
        }
        $comparison = Comparison::from($parts[2]);
        $value = mb_substr(trim($parts[3]), 0, self::LONGEST);

        return $value === ''
            && $comparison !== Comparison::Missing
                ? null
                : new self($parts[1], $comparison, $comparison === Comparison::Missing ? '' : $value);
    }
}
