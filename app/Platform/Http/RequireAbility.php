<?php

declare(strict_types=1);

namespace App\Platform\Http;

use App\Platform\ApiToken;
use Illuminate\Http\Request;
use Symfony\Component\HttpFoundation\Response;

/** Lets a request in that carries a bearer token (RFC 6750) with an ability. */
final class RequireAbility
{
    /** @param  \Closure(Request): Response  $next */
    public function handle(Request $request, \Closure $next, string $ability): Response
    {
        $plain = $request->bearerToken();
        if ($plain === null || $plain === '') {
            return $this->refuse(401, 'Send a token: "Authorization: Bearer …". An administrator makes one with php artisan skarvo:token.');
        }
        $token = ApiToken::carried($plain);
        if ($token === null) {
            return $this->refuse(401, 'This token is not known. Check that it is whole, or make a new one.', 'invalid_token');
        }
        if ($token->isExpired()) {
            return $this->refuse(401, "The token \"$token->name\" has expired. Make a new one.", 'invalid_token');
        }
        if (! in_array($ability, $token->abilities, true)) {
            return $this->refuse(403, "The token \"$token->name\" may not do this; it lacks the ability $ability.", 'insufficient_scope');
        }
        $request->attributes->set('token_name', $token->name);

        return $next($request);
    }

    private function refuse(int $status, string $detail, ?string $error = null): Response
    {
        $response = ProblemDetails::response($status, $status === 401 ? 'Unauthorized' : 'Forbidden', $detail);
        $response->headers->set('WWW-Authenticate', 'Bearer realm="Skarvo"'.($error === null ? '' : ", error=\"$error\""));

        return $response;
    }
}
