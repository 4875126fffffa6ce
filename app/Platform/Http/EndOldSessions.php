<?php

declare(strict_types=1);

namespace App\Platform\Http;

use App\Platform\Moment;
use Illuminate\Auth\AuthenticationException;
use Illuminate\Http\Request;
use Illuminate\Support\Facades\Auth;
use Symfony\Component\HttpFoundation\Response;

/** Nobody stays signed in for ever, however often they come: after so many days the password is asked for anew. */
final class EndOldSessions
{
    private const SINCE = 'signed_in_at';

    /** @param  \Closure(Request): Response  $next */
    public function handle(Request $request, \Closure $next): Response
    {
        $since = $request->session()->get(self::SINCE);
        if (Auth::check() && is_int($since) && Moment::now() - $since > config()->integer('skarvo.session_days') * 86400) {
            Auth::logout();
            $request->session()->invalidate();
            if (in_array('auth', $request->route()?->gatherMiddleware() ?? [], true)) {
                // Who they were was looked at before this.
                throw new AuthenticationException(redirectTo: '/sign-in');
            }
        }

        return $next($request);
    }

    public static function begin(Request $request): void
    {
        $request->session()->put(self::SINCE, Moment::now());
    }
}
