<?php

declare(strict_types=1);

namespace App\Platform\Database;

use Illuminate\Support\Facades\DB;

/** The order of an enum's cases as SQL has it: defined once, by the enum. */
final class InOrder
{
    /**
     * @param  string  $column  that holds values of the enum
     * @param  class-string<\BackedEnum>  $enum
     * @return string an expression: 0 for the first case, and so on
     */
    public static function rank(string $column, string $enum): string
    {
        $whens = array_map(
            static fn(\BackedEnum $case, int $rank): string => 'when '.DB::getPdo()->quote((string) $case->value)." then $rank",
            $enum::cases(), array_keys($enum::cases()),
        );

        return "case $column ".implode(' ', $whens).' end';
    }
}
