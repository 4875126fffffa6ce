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
        // A browser may have been signed in since before.
        abort_if($person->left_at !== null, 403);

        return $person;
    }
}
