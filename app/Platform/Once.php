<?php

declare(strict_types=1);

namespace App\Platform;

use Illuminate\Http\Request;
use Illuminate\Support\Facades\DB;

/** Makes a repeated request harmless: the browser gives each thing that a person asks for a key of its own. */
final class Once
{
    public const HEADER = 'X-Request-Key';

    /**
     * Does the work in one transaction, unless a request with this key did it before.
     *
     * @param  \Closure(): void  $work
     * @return bool whether the work was done now
     */
    public static function for(Request $request, \Closure $work): bool
    {
        $key = $request->header(self::HEADER);

        return DB::transaction(static function () use ($key, $work): bool {
            if (
                is_string($key)
                    && $key !== ''
                    && DB::table('requests_done')->insertOrIgnore(['id' => substr($key, 0, 64), 'at' => now()]) === 0
            ) {
                return false;
            }
            $work();

            return true;
        });
    }

    /** Whether what came with this key was done before. */
    public static function isDone(Request $request): bool
    {
        $key = $request->header(self::HEADER);

        return is_string($key) && $key !== '' && DB::table('requests_done')->where('id', substr($key, 0, 64))->exists();
    }

    /** Forgets keys that no browser repeats any more. */
    public static function forgetOld(): void
    {
        $old = static fn() => DB::table('requests_done')->where('at', '<', now()->subDays(2));
        if ($old()->exists()) {
            $old()->delete();
        }
    }
}
