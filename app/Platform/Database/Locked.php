<?php

declare(strict_types=1);

namespace App\Platform\Database;

use App\Platform\Refused;
use Illuminate\Database\Eloquent\Model;

/** Reads that decide a write: of two at once, the second reads what the first left. In SQLite the transaction's own lock does it. */
final class Locked
{
    /**
     * Reads a record again, and keeps others from writing it until the transaction ends. Call it inside one.
     *
     * @template T of Model
     *
     * @param  T  $record
     * @return T the same
     */
    public static function again(Model $record): Model
    {
        $now = $record->newQueryWithoutScopes()->whereKey($record->getKey())->lockForUpdate()->firstOrFail();
        $record->setRawAttributes($now->getAttributes(), true);
        $record->load(array_keys($record->getRelations()));

        return $record;
    }

    /**
     * The same for a form, which knows by a version what it began with.
     *
     * @param  string  $column  that counts changes of what the form holds
     * @return int the version that the change makes
     *
     * @throws Refused if somebody else changed it meanwhile
     */
    public static function at(int $version, Model $record, string $column = 'version', string $what = 'this'): int
    {
        $now = self::again($record)->getAttribute($column);
        if ($now !== $version) {
            throw Refused::because(
                "Somebody changed $what meanwhile. What you changed is still here: load the page in another window to see theirs.",
            );
        }

        return $version + 1;
    }
}
