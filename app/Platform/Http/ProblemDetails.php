<?php

declare(strict_types=1);

namespace App\Platform\Http;

use App\Platform\Refused;
use Illuminate\Auth\AuthenticationException;
use Illuminate\Database\UniqueConstraintViolationException;
use Illuminate\Foundation\Configuration\Exceptions;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Validation\ValidationException;
use Inertia\Inertia;
use Inertia\Support\Header;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\HttpKernel\Exception\HttpExceptionInterface;

/** Answers errors of the HTTP API as RFC 9457 problem details, and those of screens as a screen with a way on. */
final class ProblemDetails
{
    /** @param  array<string, mixed>  $more */
    public static function response(int $status, string $title, string $detail, array $more = []): JsonResponse
    {
        return new JsonResponse(
            ['type' => 'about:blank', 'title' => $title, 'status' => $status, 'detail' => $detail, ...$more],
            $status,
            ['Content-Type' => 'application/problem+json'],
            JSON_UNESCAPED_SLASHES | JSON_UNESCAPED_UNICODE,
        );
    }

    public static function register(Exceptions $exceptions): void
    {
        $exceptions->shouldRenderJsonWhen(static fn(Request $request): bool => self::isApi($request) || $request->expectsJson());
        $exceptions->map(static fn(Refused $e): ValidationException => ValidationException::withMessages($e->reasons));
        $exceptions->render(static fn(ValidationException $e, Request $request): ?JsonResponse => self::isApi($request)
            ? self::response(422, 'Unprocessable Content', $e->getMessage(), ['errors' => $e->errors()])
            : null);
        $exceptions->render(static function (AuthenticationException $e, Request $request): ?Response {
            if (self::isApi($request) || $request->expectsJson()) {
                return null;
            }
            // What the page before has to say of a session that ended is said where they sign in.
            $request->session()->reflash();
            $toSignIn = redirect()->guest('/sign-in');

            return $request->isMethodSafe() ? $toSignIn : $toSignIn->withErrors([
                'action' => 'You are not signed in any more. Nothing was sent: sign in, and send it again.',
            ]);
        });
        $exceptions->render(static function (HttpExceptionInterface $e, Request $request): ?JsonResponse {
            if (! self::isApi($request)) {
                return null;
            }
            $status = $e->getStatusCode();

            return self::response($status, Response::$statusTexts[$status] ?? 'Error', match ($status) {
                404 => 'There is nothing at this address. See docs/api.md for the addresses that there are.',
                413 => 'The body is too large for this server. Send it in several calls. Nothing of this one was taken.',
                429 => 'Too many calls. Wait as long as Retry-After says, then go on.',
                405 => 'This address does not take that method.',
                default => $e->getMessage(),
            })->withHeaders($e->getHeaders());
        });
        // Each looked whether it was there before either had made it. It is written down all the same: it may be our own mistake.
        $exceptions->render(static fn(UniqueConstraintViolationException $e, Request $request): ?Response => match (true) {
            self::isApi($request) => self::response(
                409, 'Conflict', 'The same was made at this moment by another call. Nothing of this one was taken; look, and send it again.',
            ),
            $request->isMethod('GET') => null,
            default => back()->withErrors([
                'action' => 'Somebody made the same at this moment. Nothing was changed: look at theirs, and send yours again if it is needed.',
            ]),
        });
        $exceptions->render(static function (\PDOException $e, Request $request): ?Response {
            $why = match (true) {
                str_contains($e->getMessage(), 'disk is full') => 'The disk of this server is full.',
                str_contains($e->getMessage(), 'database is locked') => 'The database of this server is busy.',
                str_contains($e->getMessage(), 'readonly database'),
                str_contains($e->getMessage(), 'disk I/O error') => 'The database of this server cannot be written to.',
                default => null,
            };
            if ($why === null) {
                return null;
            }

            return self::isApi($request)
                ? self::response(
                    503, 'Service Unavailable', "$why Nothing of this call was taken; send it again.",
                )->withHeaders(['Retry-After' => '30'])
                : ($request->isMethod('GET') ? null : back()->withErrors([
                    'action' => "$why Nothing was changed. Try again in a while; what you typed is still here.",
                ]));
        });
        $exceptions->respond(static function (Response $response, \Throwable $e, Request $request): Response {
            $status = $response->getStatusCode();
            if ($status === 419) {
                return back()->withErrors([
                    'action' => 'This page was open for so long that its session ended. Nothing was sent; try again.',
                ]);
            }
            if (self::isApi($request)) {
                return $status === 500
                    ? self::response(500, 'Internal Server Error', 'Something went wrong here. What was sent was not taken; send it again.')
                    : $response;
            }
            if ($status === 500 && self::isBrokenText($e) && $request->header(Header::INERTIA) !== null) {
                // Stored before it was refused: the page as a whole survives it, so that is what is asked for.
                return Inertia::location($request->fullUrl());
            }
            if (in_array($status, [400, 403, 404, 503], true) && ! $request->expectsJson()) {
                return Inertia::render(
                    'Platform/Problem',
                    [
                        'status' => $status,
                        'why' => in_array($status, [400, 403], true) && $e instanceof HttpExceptionInterface ? $e->getMessage() : '',
                    ],
                )
                    ->toResponse($request)->setStatusCode($status);
            }

            return $response;
        });
    }

    /** By the address as it came: what is no text in it must not make it another kind of address. */
    private static function isApi(Request $request): bool
    {
        return str_starts_with($request->getPathInfo(), '/api/');
    }

    private static function isBrokenText(\Throwable $e): bool
    {
        return str_contains($e->getMessage(), 'Malformed UTF-8');
    }
}
