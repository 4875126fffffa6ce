<?php

declare(strict_types=1);

// A device network for the fault tests, run by PHP's own web server: writes down each message that arrives, with its key.
usleep(random_int(0, (int) (getenv('DEVICES_SLOW_MICROSECONDS') ?: 1)));
$line = json_encode([
    'at' => microtime(true),
    'key' => $_SERVER['HTTP_IDEMPOTENCY_KEY'] ?? '',
    'body' => json_decode((string) file_get_contents('php://input'), true),
], JSON_THROW_ON_ERROR);
file_put_contents((string) getenv('DEVICES_LOG'), "$line\n", FILE_APPEND | LOCK_EX);
usleep(random_int(0, (int) (getenv('DEVICES_SLOW_MICROSECONDS') ?: 1)));
echo '{"ok":true}';
