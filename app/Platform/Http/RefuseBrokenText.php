<?php

declare(strict_types=1);

namespace App\Platform\Http;

use Illuminate\Http\Request;
use Symfony\Component\HttpFoundation\Response;

/**
 * What a person sends is text: bytes that are none (not UTF-8), and the NUL, end here, in words.
 *
 * Machines are dealt with by MendMachineText: what they send is taken, marked where it was no text.
 */
final class RefuseBrokenText
{
    private const WHY = 'Something in it is not text that can be read (it has to be UTF-8, without NUL characters). Type it again instead of pasting it.';

    /** @param  \Closure(Request): Response  $next */
    public function handle(Request $request, \Closure $next): Response
    {
        if (! $this->isText($request->query->all()) || ! $this->isText(rawurldecode($request->getPathInfo()))) {
            abort(400, 'There is no such address: it holds characters that are no text.');
        }
        $broken = array_keys(array_filter(
            [...$request->request->all(), ...($request->isJson() ? $request->json()->all() : [])],
            fn(mixed $value, int|string $name): bool => ! $this->isText($value) || ! $this->isText($name), ARRAY_FILTER_USE_BOTH,
        ));
        if ($broken !== []) {
            $names = array_filter($broken, $this->isText(...));

            throw \Illuminate\Validation\ValidationException::withMessages([
                ...array_fill_keys(array_map(strval(...), $names), self::WHY), 'action' => self::WHY,
            ]);
        }

        return $next($request);
    }

    private function isText(mixed $value): bool
    {
        if (is_array($value)) {
            foreach ($value as $name => $one) {
                if (! $this->isText($one) || ! $this->isText($name)) {
                    return false;
                }
            }

            return true;
        }

        return ! is_string($value) || (mb_check_encoding($value, 'UTF-8') && ! str_contains($value, "\0"));
    }
}
