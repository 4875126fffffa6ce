<?php

declare(strict_types=1);

namespace App\Platform\Database;

use Illuminate\Database\Query\Builder;
use Illuminate\Support\Facades\DB;

/**
 * Expressions that each database has in words of its own, behind names: SQLite's today, PostgreSQL's beside them. Other
 * SQL of the application is what both take. Columns and conditions are written by us, never by who asks.
 */
final class Sql
{
    /** A time in seconds since the epoch. */
    public static function epoch(string $column): string
    {
        return self::isSqlite() ? "cast(strftime('%s', $column) as integer)" : "cast(extract(epoch from $column) as bigint)";
    }

    /** From one time to another, in seconds. */
    public static function seconds(string $from, string $to): string
    {
        return self::isSqlite()
            ? "(julianday($to) - julianday($from)) * 86400"
            : "extract(epoch from $to) - extract(epoch from $from)";
    }

    /** Of how many rows something holds: truth is no number everywhere. */
    public static function count(string $condition): string
    {
        return "sum(case when $condition then 1 else 0 end)";
    }

    /** 1 if something holds of a row at least, else 0. */
    public static function some(string $condition): string
    {
        return "max(case when $condition then 1 else 0 end)";
    }

    /** 1 if something holds of all rows, else 0. */
    public static function every(string $condition): string
    {
        return "min(case when $condition then 1 else 0 end)";
    }

    /** Whether a text is like the one that is bound, whatever its letters' case; a backslash takes a sign as it is. */
    public static function like(string $column): string
    {
        return $column.(self::isSqlite() ? ' like' : ' ilike')." ? escape '\\'";
    }

    /** A field of a JSON column, as text. */
    public static function field(string $column, string $field): string
    {
        return "$column ->> '$field'";
    }

    /**
     * Inserts a row unless it is there.
     *
     * @param  list<string>  $columns
     */
    public static function insertNew(string $table, array $columns): string
    {
        return "insert into $table (\"".implode('", "', $columns).'") values ('
            .implode(', ', array_fill(0, count($columns), '?')).') on conflict do nothing';
    }

    /**
     * Has a query go by an index that holds what it asks for. SQLite takes another where a condition seems narrow to it that
     * is not; others count, and choose by themselves.
     */
    public static function byIndex(Builder $query, string $index): Builder
    {
        return self::isSqlite() ? $query->forceIndex($index) : $query;
    }

    /** Whether there is an index of words: where there is none, texts are compared. */
    public static function hasWordIndex(): bool
    {
        return self::isSqlite();
    }

    /** The rows of an index of words that match what is bound, by number. */
    public static function matching(string $index): string
    {
        return "select rowid from $index where $index match ?";
    }

    private static function isSqlite(): bool
    {
        return DB::getDriverName() === 'sqlite';
    }
}
