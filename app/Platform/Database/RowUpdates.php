<?php

declare(strict_types=1);

namespace App\Platform\Database;

use Illuminate\Support\Facades\DB;

/** Updates of rows of one table by their ids, where there are many: each statement is prepared once for the columns that it sets. */
final class RowUpdates
{
    private readonly \PDO $pdo;

    /** @var array<string, \PDOStatement> by the columns that they set */
    private array $statements = [];

    public function __construct(private readonly string $table)
    {
        $this->pdo = DB::connection()->getPdo();
    }

    /** @param  non-empty-array<string, scalar|null>  $changes  by column, as the database has them */
    public function update(int $id, array $changes): void
    {
        $columns = array_keys($changes);
        $statement = $this->statements[implode(' ', $columns)] ??= $this->pdo->prepare(sprintf(
            'update "%s" set %s where id = ?', $this->table,
            implode(', ', array_map(static fn(string $column): string => "\"$column\" = ?", $columns)),
        ));
        $statement->execute([...array_values($changes), $id]);
    }
}
