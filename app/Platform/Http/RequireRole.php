<?php

declare(strict_types=1);

namespace App\Platform\Http;

use App\Platform\Person;
use App\Platform\Role;
use Illuminate\Http\Request;
use Symfony\Component\HttpFoundation\Response;

/** Lets a signed-in person with one of some roles in. */
final class RequireRole
{
    /** @param  \Closure(Request): Response  $next */
    public function handle(Request $request, \Closure $next, string ...$roles): Response
    {
        $person = $request->user();
        abort_unless($person instanceof Person && $person->left_at === null && $person->has(...array_map(Role::from(...), $roles)), 403);

        return $next($request);
    }
}
