<?php

declare(strict_types=1);

namespace App\Platform;

use Illuminate\Console\Command;

/** Carries enums of the core, and their order, to TypeScript. */
final class WriteEnums extends Command
{
    protected $signature = 'skarvo:enums {--check : only say whether the file is as it should be}';

    protected $description = 'Write resources/js/lib/enums.ts from the enums of the core';

    public function handle(): int
    {
        $path = resource_path('js/lib/enums.ts');
        $text = self::text(config()->array('skarvo.enums'));
        if ($this->option('check')) {
            $isCurrent = is_file($path) && file_get_contents($path) === $text;
            if (! $isCurrent) {
                $this->error('resources/js/lib/enums.ts is not what the enums say. Run: php artisan skarvo:enums');
            }

            return $isCurrent ? self::SUCCESS : self::FAILURE;
        }
        file_put_contents($path, $text);

        return self::SUCCESS;
    }

    /** @param  array<array-key, mixed>  $enums  by the name of the list of their values in TypeScript */
    private static function text(array $enums): string
    {
        $text = "// Written by `php artisan skarvo:enums` from the enums of the core: change those.\n";
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
