<?php

declare(strict_types=1);

namespace App\Platform;

use Closure;
use Illuminate\Http\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\HttpFoundation\StreamedResponse;

/** One look at a screen, whose parts read the same things: each is read once. What changes something reads anew. */
final class Look
{
    /** @var array<string, mixed> what was read, by what it is */
    private array $read = [];

    /** @param  Closure(Request): Response  $next */
    public function handle(Request $request, Closure $next): Response
    {
        if ($request->isMethodSafe()) {
            $request->attributes->set(self::class, new self);
        }
        $response = $next($request);
        // What streams is read while it goes out.
        if (! $response instanceof StreamedResponse) {
            $request->attributes->remove(self::class);
        }

        return $response;
    }

    /**
     * One look of a process that shows no screen. What it does must not change what it reads.
     *
     * @template T
     *
     * @param  Closure(): T  $read
     * @return T
     */
    public static function during(Closure $read): mixed
    {
        $attributes = request()->attributes;
        if ($attributes->has(self::class)) {
            return $read();
        }
        $attributes->set(self::class, new self);
        try {
            return $read();
        } finally {
            $attributes->remove(self::class);
        }
    }

    /**
     * @template T
     *
     * @param  string  $what  is read, unlike all else that is
     * @param  Closure(): T  $read
     * @return T
     */
    public static function once(string $what, Closure $read): mixed
    {
        $look = app()->bound('request') ? request()->attributes->get(self::class) : null;
        if (! $look instanceof self) {
            return $read();
        }
        if (! array_key_exists($what, $look->read)) {
            $look->read[$what] = $read();
        }

        /** @var T */
        return $look->read[$what];
    }
}
