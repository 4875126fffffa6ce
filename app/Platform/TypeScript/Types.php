<?php

declare(strict_types=1);

namespace App\Platform\TypeScript;

use Illuminate\Support\Facades\File;

/** What props of screens are made of: every `@phpstan-type` of the application, as TypeScript. */
final class Types
{
    /** @return string the whole of resources/js/lib/shapes.ts */
    public static function text(): string
    {
        $shapes = self::shapes();
        ksort($shapes);
        $text = "// Written by `php artisan skarvo:types` from the types that the analysis holds against the code: change those.\n";
        foreach ($shapes as $name => ['shape' => $shape, 'class' => $class, 'uses' => $uses]) {
            try {
                $type = Shape::toTypeScript(
                    $shape, array_keys($shapes), static fn(string $enum): string => self::enum($uses[$enum] ?? $enum),
                );
            } catch (\DomainException $e) {
                throw new \LogicException("The type $name in $class cannot be written: {$e->getMessage()}", previous: $e);
            }
            // One shape is an interface; what is one or another, or a list, is a type.
            $isOne = preg_match('/^'.Shape::ONE.'$/', $type) === 1;
            $text .= "\n/** $class */\nexport ".($isOne ? "interface $name $type" : "type $name = $type;")."\n";
        }

        return $text;
    }

    /** @return array<string, array{shape: string, class: string, uses: array<string, string>}> by name */
    private static function shapes(): array
    {
        $shapes = [];
        foreach (File::allFiles(app_path()) as $file) {
            $source = $file->getContents();
            if (! str_contains($source, '@phpstan-type ')) {
                continue;
            }
            preg_match_all('/^use ([\w\\\\]+\\\\(\w+));/m', $source, $uses, PREG_SET_ORDER);
            preg_match_all('/@phpstan-type (\w+) ((?:(?!\n \* @|\n \*\/|\n \*\n).)+)/s', $source, $found, PREG_SET_ORDER);
            foreach ($found as [, $name, $shape]) {
                if (isset($shapes[$name])) {
                    throw new \LogicException(
                        "There are two types $name: in {$shapes[$name]['class']} and in {$file->getRelativePathname()}.",
                    );
                }
                $shapes[$name] = [
                    'shape' => (string) preg_replace('/\n \*/', ' ', $shape),
                    'class' => str_replace('.php', '', $file->getRelativePathname()),
                    'uses' => array_column(array_map(static fn(array $use): array => [$use[2], $use[1]], $uses), 1, 0),
                ];
            }
        }

        return $shapes;
    }

    /** @return class-string<\BackedEnum> */
    private static function enum(string $class): string
    {
        return is_subclass_of($class, \BackedEnum::class) ? $class : throw new \DomainException("$class is no enum with values.");
    }
}
