<?php

declare(strict_types=1);

namespace App\Platform\Database;

use Illuminate\Database\Connectors\SQLiteConnector;

final class ImmediateSQLiteConnector extends SQLiteConnector
{
    /**
     * @param  string  $dsn
     * @param  string|null  $username
     * @param  string|null  $password
     * @param  array<int, mixed>  $options
     */
    protected function createPdoConnection($dsn, $username, #[\SensitiveParameter] $password, $options): \PDO
    {
        return new ImmediatePdo($dsn, $username, $password, $options);
    }

    /**
     * @param  \PDO  $connection
     * @param  array<string, mixed>  $config
     */
    protected function configureBusyTimeout($connection, array $config): void
    {
        parent::configureBusyTimeout($connection, $config);
        if ($connection instanceof ImmediatePdo && is_int($config['busy_timeout'] ?? null)) {
            $connection->waitsFor(intdiv($config['busy_timeout'], 1000));
        }
    }
}
