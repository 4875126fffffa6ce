<?php

declare(strict_types=1);

namespace App\Platform\Database;

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
}
