<?php

declare(strict_types=1);

namespace Tests\Feature\Architecture;

use Illuminate\Support\Facades\DB;
use Symfony\Component\Finder\Finder;
use Tests\Architecture\Directions;
use Tests\TestCase;

/** A room reads and writes the tables of those below it, and its own: what the analysis of classes cannot see. */
final class TablesTest extends TestCase
{
    /** How a table is named in a query, or in a rule of validation. */
    private const NAMED = '/(?:\b(?:table|join|leftJoin|from|exists|unique|updateOrInsert)\(\s*[\'"]|[\'"](?:exists|unique):|\b(?:from|join|into|update)\s+)([a-z_]+)\b/';

    public function test_each_table_belongs_to_a_room(): void
    {
        $tables = array_map(
            static fn(\stdClass $row): string => (string) $row->name,
            DB::select(
                "select name from sqlite_master where type = 'table' and name not like 'sqlite%' and name not like 'item_search_%' and name not like 'known_search_%' and name <> 'migrations'"
            ),
        );
        $owned = array_merge(...array_values(Directions::TABLES));
        sort($tables);
        sort($owned);

        self::assertSame($tables, $owned, 'A new table goes into Directions::TABLES.');
    }

    public function test_no_room_uses_tables_of_a_later_one(): void
    {
        $owner = [];
        foreach (Directions::TABLES as $room => $tables) {
            $owner += array_fill_keys($tables, array_search($room, Directions::APP, true));
        }
        $wrong = [];
        foreach (Directions::APP as $i => $room) {
            foreach (Finder::create()->files()->name('*.php')->in(app_path($room)) as $file) {
                preg_match_all(self::NAMED, self::withoutComments($file->getContents()), $found);
                foreach ($found[1] as $table) {
                    if (isset($owner[$table]) && $owner[$table] > $i) {
                        $wrong[] = "$room/{$file->getRelativePathname()} uses $table of ".Directions::APP[$owner[$table]];
                    }
                }
            }
        }

        self::assertSame([], $wrong);
    }

    public function test_capabilities_begin_in_the_order_of_the_table(): void
    {
        $providers = require base_path('bootstrap/providers.php');

        self::assertSame(array_map(static fn(string $room): string => "App\\$room\\{$room}ServiceProvider", Directions::APP), $providers);
    }

    private static function withoutComments(string $code): string
    {
        return implode(
            '',
            array_map(
                static fn(array|string $token): string => is_string($token) ? $token : (
                    in_array($token[0], [T_COMMENT, T_DOC_COMMENT], true) ? '' : $token[1]
                ),
                token_get_all($code),
            ),
        );
    }
}
