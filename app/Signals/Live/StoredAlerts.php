<?php

declare(strict_types=1);

namespace App\Signals\Live;

use App\Platform\Database\RowUpdates;
use Illuminate\Support\Facades\DB;

/** Rows of alerts as a flood changes them: each statement is prepared once, and writes only what changes. */
final class StoredAlerts
{
    private readonly \PDO $pdo;

    private readonly RowUpdates $updates;

    private ?\PDOStatement $insert = null;

    private readonly \PDOStatement $dropItems;

    private readonly \PDOStatement $putItem;

    public function __construct()
    {
        $this->pdo = DB::connection()->getPdo();
        $this->updates = new RowUpdates('alerts');
        $this->dropItems = $this->pdo->prepare('delete from alert_items where alert_id = ?');
        $this->putItem = $this->pdo->prepare('insert into alert_items (alert_id, item, stamp, opened_at, fires) values (?, ?, ?, ?, ?)');
    }

    /**
     * A repeat that counts one up touches no index of so wide a table.
     *
     * @param  non-empty-array<string, scalar|null>  $changes  by column
     */
    public function update(int $id, array $changes): void
    {
        $this->updates->update($id, $changes);
    }

    /**
     * @param  non-empty-array<string, mixed>  $values  by column, the same columns each time
     * @return int its id
     */
    public function insert(array $values): int
    {
        $this->insert ??= $this->pdo->prepare(
            'insert into alerts ("'.implode('", "', array_keys($values)).'") values ('
                .implode(', ', array_fill(0, count($values), '?')).')',
        );
        $this->insert->execute(array_values($values));

        return (int) $this->pdo->lastInsertId();
    }

    public function dropItems(int $id): void
    {
        $this->dropItems->execute([$id]);
    }

    public function putItem(int $id, string $item, string $stamp, string $openedAt, bool $fires): void
    {
        $this->putItem->execute([$id, $item, $stamp, $openedAt, $fires ? 1 : 0]);
    }
}
