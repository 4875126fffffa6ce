<?php

declare(strict_types=1);

namespace App\Platform;

use Illuminate\Support\Str;

/**
 * A record that somebody without an account opens by its address: a token, and a proof that it came from here. The token alone, as
 * it is stored, opens nothing.
 */
trait OpenedByKey
{
    public const TOKEN_LENGTH = 40;

    /** What is proved, unlike that of any other record. */
    abstract private static function kindOfKey(): string;

    public static function newToken(): string
    {
        return Str::random(self::TOKEN_LENGTH);
    }

    /** What stands in its address. */
    public function key(): string
    {
        return $this->token.self::proof((string) $this->token);
    }

    public static function byKey(string $key): ?self
    {
        $token = substr($key, 0, self::TOKEN_LENGTH);

        return strlen($token) === self::TOKEN_LENGTH
            && hash_equals(self::proof($token), substr($key, self::TOKEN_LENGTH)) ? self::query()->where('token', $token)->first() : null;
    }

    private static function proof(string $token): string
    {
        return substr(hash_hmac('sha256', self::kindOfKey()." $token", config()->string('app.key')), 0, 24);
    }
}
