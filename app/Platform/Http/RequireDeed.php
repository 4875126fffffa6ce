<?php

declare(strict_types=1);

namespace App\Platform\Http;

use App\Platform\Deed;
use App\Platform\Person;
use Illuminate\Http\Request;
use Symfony\Component\HttpFoundation\Response;

/** Lets a signed-in person in whose role may do something; says to others who may. */
final class RequireDeed
{
    /** @param  \Closure(Request): Response  $next */
    public function handle(Request $request, \Closure $next, string $deed): Response
    {
        $person = $request->user();
        $wanted = Deed::from($deed);
        if ($person instanceof Person && $wanted->isAllowedTo($person)) {
            return $next($request);
        }
        // A screen stays, with what was typed on it, and says who may.
        if ($request->hasHeader('X-Inertia') && ! $request->isMethod('GET')) {
            return back()->withErrors(['action' => $wanted->refusal()]);
        }
        abort(403, $wanted->refusal());
    }
}
