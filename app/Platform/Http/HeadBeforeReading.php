<?php

declare(strict_types=1);

namespace App\Platform\Http;

use App\Platform\Journal\Journal;
use Closure;
use Illuminate\Http\Request;
use Symfony\Component\HttpFoundation\Response;

/**
 * How far the journal was before anything of a page was read, the record of its address too: what is written from then on,
 * the page hears of as news. Otherwise it would show that record as it was before, and be sure that it is as of now.
 */
final class HeadBeforeReading
{
    private const HEAD = 'journal-head';

    /** @param  Closure(Request): Response  $next */
    public function handle(Request $request, Closure $next): Response
    {
        if ($request->isMethodSafe()) {
            $request->attributes->set(self::HEAD, Journal::head());
        }

        return $next($request);
    }

    public static function of(Request $request): int
    {
        $head = $request->attributes->get(self::HEAD);

        return is_int($head) ? $head : Journal::head();
    }
}
