<?php

declare(strict_types=1);

namespace App\Platform\Database;

use Illuminate\Support\Facades\DB;

/** Whether others have written since: for a loop that rests, and is to go on as soon as there may be something to do. */
final class Changes
{
    /** So often it is looked. */
    private const LOOK_MICROSECONDS = 4000;

    /** @return int|null what stands for what others wrote until now; null where a database does not tell */
    public static function mark(): ?int
    {
        $connection = DB::connection();
        if ($connection->getDriverName() !== 'sqlite') {
            return null;
        }
        try {
            $statement = $connection->getPdo()->query('pragma data_version');
        } catch (\PDOException) {
            // Busy, or away for a moment: whoever rests does so for as long as they would.
            return null;
        }

        return $statement === false ? null : (int) $statement->fetchColumn();
    }

    /**
     * Rests so long, or until others write.
     *
     * @param  int|null  $since  what mark() said
     */
    public static function await(int $microseconds, ?int $since): void
    {
        $end = hrtime(true) + $microseconds * 1000;
        do {
            $left = intdiv($end - hrtime(true), 1000);
            usleep(max(0, $since === null ? $left : min($left, self::LOOK_MICROSECONDS)));
        } while (hrtime(true) < $end && ($since === null || self::mark() === $since));
    }
}
