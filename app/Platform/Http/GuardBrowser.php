<?php

declare(strict_types=1);

namespace App\Platform\Http;

use Illuminate\Http\Request;
use Illuminate\Support\Facades\Vite;
use Symfony\Component\HttpFoundation\Response;

/** Headers by which browsers hold back what a page should never do: run what is not ours, be framed, tell its address to others. */
final class GuardBrowser
{
    private const YEAR = 31_536_000;

    /** @param  \Closure(Request): Response  $next */
    public function handle(Request $request, \Closure $next): Response
    {
        $nonce = Vite::useCspNonce();
        $response = $next($request);
        $headers = $response->headers;
        $headers->set('X-Content-Type-Options', 'nosniff');
        // Addresses of pages and reports are keys: they go to nobody else.
        $headers->set('Referrer-Policy', 'same-origin');
        $headers->set('X-Frame-Options', 'DENY');
        $headers->set('Permissions-Policy', 'camera=(), geolocation=(), microphone=()');
        // What was handed out with less stays with less.
        $headers->set('Content-Security-Policy', $headers->get('Content-Security-Policy') ?? implode('; ', [
            "default-src 'none'", "script-src 'self' 'nonce-$nonce'", "style-src 'self' 'nonce-$nonce'",
            "img-src 'self' data: blob:", "font-src 'self'", "connect-src 'self'", "manifest-src 'self'",
            "form-action 'self'", "base-uri 'none'", "frame-ancestors 'none'",
        ]));
        if ($request->isSecure()) {
            $headers->set('Strict-Transport-Security', 'max-age='.self::YEAR);
        }
        header_remove('X-Powered-By');

        return $response;
    }
}
