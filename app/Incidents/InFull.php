<?php

declare(strict_types=1);

namespace App\Incidents;

/**
 * What is long in a room comes in part until its reader asks for all of it, in the address: ?journal=all. It stays so as long as they are
 * there.
 */
final class InFull
{
    /** @param  string  $prop  of the page */
    public static function isAsked(string $prop): bool
    {
        return request()->query($prop) === 'all';
    }
}
