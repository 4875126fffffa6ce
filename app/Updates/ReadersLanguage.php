<?php

declare(strict_types=1);

namespace App\Updates;

use App\Incidents\Report;
use App\Updates\Following\Subscription;
use Closure;
use Illuminate\Http\Request;
use Symfony\Component\HttpFoundation\Response;

/** Whoever reports or follows is answered in the language of their form, of their report, or in which they follow. */
final class ReadersLanguage
{
    /** In which the form can be read. */
    public const ALL = ['en', 'no', 'de', 'ar'];

    /** @param  Closure(Request): Response  $next */
    public function handle(Request $request, Closure $next): Response
    {
        $before = app()->getLocale();
        app()->setLocale(self::of($request) ?? $before);
        try {
            return $next($request);
        } finally {
            app()->setLocale($before);
        }
    }

    private static function of(Request $request): ?string
    {
        $token = $request->route('token');
        $key = $request->route('key');
        $language = $request->input('language')
            ?? (is_string($token) ? Report::byKey($token)?->language : null)
            ?? (is_string($key) ? Subscription::byKey($key)?->language : null);

        return is_string($language) && in_array($language, self::ALL, true) ? $language : null;
    }
}
