<?php

declare(strict_types=1);

namespace App\Platform\Http;

use Illuminate\Http\Request;
use Illuminate\Support\Facades\Gate;
use Symfony\Component\HttpFoundation\Response;

/** Lets a signed-in person in whose role may do something; says to others who may. */
final class RequireDeed
{
    /** @param  \Closure(Request): Response  $next */
    public function handle(Request $request, \Closure $next, string $deed): Response
    {
        $allowed = Gate::inspect($deed);
        if ($allowed->allowed()) {
            return $next($request);
        }
        // A screen stays, with what was typed on it, and says who may.
        if ($request->hasHeader('X-Inertia') && ! $request->isMethod('GET')) {
            return back()->withErrors(['action' => (string) $allowed->message()]);
        }
        abort(403, (string) $allowed->message());
    }
}
