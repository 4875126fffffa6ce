<?php

declare(strict_types=1);

namespace App\Platform;

/** What opens public/live.php, which tells signed-in browsers how far the journal has come without starting the framework. */
final class Live
{
    /** It opens for a person as long as they are among those who may sign in. */
    public static function key(Person $person): string
    {
        return bin2hex($person->id).'.'.hash_hmac('sha256', "live $person->id", config()->string('app.key'));
    }
}
