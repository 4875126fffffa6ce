<?php

declare(strict_types=1);

namespace App\Platform\Database;

use Illuminate\Database\Query\Grammars\SQLiteGrammar;
use Illuminate\Database\SQLiteConnection;

/** SQLite keeps times as text; with milliseconds everywhere, in columns and in comparisons, they order as they should. */
final class PreciseSQLiteConnection extends SQLiteConnection
{
    protected function getDefaultQueryGrammar(): SQLiteGrammar
    {
        return new class ($this) extends SQLiteGrammar
        {
            public function getDateFormat(): string
            {
                return 'Y-m-d H:i:s.v';
            }

            /**
             * What stands in double quotes and is no column, SQLite takes for a text: then a wrong name is a wrong answer, and no error.
             */
            protected function wrapValue($value): string
            {
                return $value === '*' ? $value : '`'.str_replace('`', '``', $value).'`';
            }
        };
    }
}
