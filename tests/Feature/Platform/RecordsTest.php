<?php

declare(strict_types=1);

namespace Tests\Feature\Platform;

use App\Platform\Record;
use Illuminate\Support\Facades\File;
use Illuminate\Support\Facades\Schema;
use Tests\TestCase;

/** What all stored records share. */
final class RecordsTest extends TestCase
{
    public function test_each_names_its_table_so_that_no_request_reads_the_rules_of_english_plurals_to_find_it(): void
    {
        $unnamed = $seen = [];
        foreach (File::allFiles(app_path()) as $file) {
            $class = 'App\\'.str_replace(['/', '.php'], ['\\', ''], $file->getRelativePathname());
            // Reading a file that is no class of its own, such as a table of settings, would run it.
            if (
                preg_match('/^(?:final )?class \w+ extends Record\b/m', $file->getContents()) !== 1
                || ! is_subclass_of($class, Record::class)
            ) {
                continue;
            }
            $table = (new \ReflectionClass($class))->getDefaultProperties()['table'] ?? null;
            $seen[] = $class;
            if (! is_string($table) || ! Schema::hasTable($table)) {
                $unnamed[] = $class;
            }
        }

        self::assertGreaterThan(40, count($seen));
        self::assertSame([], $unnamed);
    }
}
