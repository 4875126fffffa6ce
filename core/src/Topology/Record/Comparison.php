<?php

declare(strict_types=1);

namespace Skarvo\Topology\Record;

/** How a list of items can be held against a field of theirs; the sign stands between field and value in an address. */
enum Comparison: string
{
    case Begins = '~';
    case Is = '=';
    case Below = '<';
    case Above = '>';
    case Missing = '!';

    public function words(): string
    {
        return match ($this) {
            self::Begins => 'begins with',
            self::Is => 'is',
            self::Below => 'is below, or before',
            self::Above => 'is above, or after',
            self::Missing => 'is not recorded',
        };
    }
}
