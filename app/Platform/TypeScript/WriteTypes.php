<?php

declare(strict_types=1);

namespace App\Platform\TypeScript;

use Illuminate\Console\Command;

/** Carries enums of the core, the shapes of props, and which pages there are, to TypeScript. */
final class WriteTypes extends Command
{
    protected $signature = 'skarvo:types {--check : only say whether the files are as they should be}';

    protected $description = 'Write resources/js/lib/enums.ts, shapes.ts and pages.ts from what PHP says';

    public function handle(): int
    {
        $files = ['enums.ts' => Enums::text(config()->array('skarvo.enums')), 'shapes.ts' => Types::text(), 'pages.ts' => Pages::text()];
        $stale = array_keys(array_filter(
            $files,
            static fn(string $text, string $name): bool => ! is_file(self::path($name)) || file_get_contents(self::path($name)) !== $text,
            ARRAY_FILTER_USE_BOTH,
        ));
        if ($this->option('check')) {
            foreach ($stale as $name) {
                $this->error("resources/js/lib/$name is not what PHP says. Run: php artisan skarvo:types");
            }

            return $stale === [] ? self::SUCCESS : self::FAILURE;
        }
        foreach ($stale as $name) {
            file_put_contents(self::path($name), $files[$name]);
        }

        return self::SUCCESS;
    }

    private static function path(string $name): string
    {
        return resource_path("js/lib/$name");
    }
}
