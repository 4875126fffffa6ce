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
    private bool $isInTransaction = false;

    public function beginTransaction(): bool
    {
        $this->exec('begin immediate');

        return $this->isInTransaction = true;
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
