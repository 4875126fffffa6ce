<?php

declare(strict_types=1);

namespace App\Platform;

use Illuminate\Http\Request;

final class CurrentPerson
{
    public static function of(Request $request): Person
    {
        $person = $request->user();
        abort_unless($person instanceof Person, 401);

        return $person;
    }
}
