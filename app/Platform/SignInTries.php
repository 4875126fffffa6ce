<?php

declare(strict_types=1);

namespace App\Platform;

use Illuminate\Support\Facades\Cache;

/** How often signing in failed lately, for an account and from an address: past so many, each further one has to wait longer. */
final class SignInTries
{
    private const WITHIN_SECONDS = 600;

    private const FREE = ['account' => 10, 'address' => 30];

    private const FIRST_WAIT_SECONDS = 30;

    private const LONGEST_WAIT_SECONDS = 1800;

    /** @return int seconds until the next try; 0: at once */
    public static function wait(string $account, string $address): int
    {
        return max(self::left('account', $account), self::left('address', $address));
    }

    /** @return bool whether this one is the first after which others have to wait */
    public static function failed(string $account, string $address): bool
    {
        $first = false;
        foreach (['account' => $account, 'address' => $address] as $kind => $name) {
            Cache::lock(self::key($kind, $name).' lock', 5)->block(5, static function () use ($kind, $name, &$first): void {
                $tries = self::of($kind, $name);
                $count = $tries['count'] + 1;
                Cache::put(
                    self::key($kind, $name), ['count' => $count, 'last' => Moment::now()],
                    self::WITHIN_SECONDS + self::LONGEST_WAIT_SECONDS,
                );
                $first = $first || $count === self::FREE[$kind];
            });
        }

        return $first;
    }

    /** Whoever got in is who they say; what came from their address before still counts. */
    public static function succeeded(string $account): void
    {
        Cache::forget(self::key('account', $account));
    }

    private static function left(string $kind, string $name): int
    {
        $tries = self::of($kind, $name);

        return max(0, $tries['last'] + self::waits($tries['count'] - self::FREE[$kind]) - Moment::now());
    }

    /** @return int seconds, by how many tries there were beyond those that are free */
    private static function waits(int $beyond): int
    {
        return $beyond < 0 ? 0 : (int) min(self::LONGEST_WAIT_SECONDS, self::FIRST_WAIT_SECONDS * 2 ** min($beyond, 10));
    }

    /** @return array{count: int, last: int} */
    private static function of(string $kind, string $name): array
    {
        $kept = Cache::get(self::key($kind, $name));
        if (! is_array($kept) || ! is_int($kept['count'] ?? null) || ! is_int($kept['last'] ?? null)) {
            return ['count' => 0, 'last' => 0];
        }
        // What is long over counts no more, once its wait is over too.
        $isOver = Moment::now() > $kept['last'] + self::WITHIN_SECONDS + self::waits($kept['count'] - self::FREE[$kind]);

        return $isOver ? ['count' => 0, 'last' => 0] : ['count' => $kept['count'], 'last' => $kept['last']];
    }

    private static function key(string $kind, string $name): string
    {
        return "sign-in $kind ".hash('sha256', $name);
    }
}
