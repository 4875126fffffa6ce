<?php

declare(strict_types=1);

namespace App\Platform\TypeScript;

/** Enums of the core, and their order, as TypeScript. */
final class Enums
{
    /**
     * @param  array<array-key, mixed>  $enums  by the name of the list of their values in TypeScript
     * @return string the whole of resources/js/lib/enums.ts
     */
    public static function text(array $enums): string
    {
        $text = "// Written by `php artisan skarvo:types` from the enums of the core: change those.\n";
        foreach ($enums as $name => $enum) {
            if (! is_string($enum) || ! is_subclass_of($enum, \BackedEnum::class)) {
                throw new \LogicException("$name is no enum with values.");
            }
            $values = implode(', ', array_map(static fn(\BackedEnum $case): string => "'$case->value'", $enum::cases()));
            $text .= "\n/** In order. */\nexport const $name = [$values] as const;\n";
        }

        return $text;
    }
}
