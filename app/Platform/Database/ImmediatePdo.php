<?php

declare(strict_types=1);

namespace App\Platform\Database;

/**
 * Begins each transaction with the write lock in hand.
 *
 * SQLite otherwise takes it at the first write, and refuses at once, whatever the busy timeout, if anybody wrote since
 * the transaction first read. The framework's own setting for this needs PHP 8.4.
 */
final class ImmediatePdo extends \PDO
{
    /** SQLITE_BUSY of the C interface. */
    private const BUSY = 5;

    private bool $isInTransaction = false;

    private int $patience = 10;

    /** @param  int  $seconds  for which it waits for the lock of another */
    public function waitsFor(int $seconds): void
    {
        $this->patience = $seconds;
    }

    /**
     * Waits for the lock by asking about every millisecond. SQLite itself asks ever more seldom, every 100 ms at last: a
     * process that lets the others in for some milliseconds between its transactions would keep them out all the same.
     */
    public function beginTransaction(): bool
    {
        $end = hrtime(true) + $this->patience * 1_000_000_000;
        $this->setAttribute(self::ATTR_TIMEOUT, 0);
        try {
            while (! $this->isInTransaction) {
                try {
                    $this->exec('begin immediate');
                    $this->isInTransaction = true;
                } catch (\PDOException $e) {
                    if (($e->errorInfo[1] ?? null) !== self::BUSY || hrtime(true) > $end) {
                        throw $e;
                    }
                    usleep(mt_rand(500, 1500));
                }
            }
        } finally {
            $this->setAttribute(self::ATTR_TIMEOUT, $this->patience);
        }

        return true;
    }

    public function commit(): bool
    {
        $this->exec('commit');
        $this->isInTransaction = false;

        return true;
    }

    public function rollBack(): bool
    {
        $this->isInTransaction = false;
        try {
            $this->exec('rollback');
        } catch (\PDOException $e) {
            // On a full disk SQLite has rolled back by itself; what it said of the disk is on its way up.
            if (! str_contains($e->getMessage(), 'no transaction is active')) {
                throw $e;
            }
        }

        return true;
    }

    public function inTransaction(): bool
    {
        return $this->isInTransaction;
    }
}
