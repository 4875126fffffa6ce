<?php

declare(strict_types=1);

namespace App\Platform;

/** What opens public/live.php, which tells signed-in browsers how far the journal has come without starting the framework. */
final class Live
{
    public static function key(): string
    {
        return hash_hmac('sha256', 'live', config()->string('app.key'));
    }
}
