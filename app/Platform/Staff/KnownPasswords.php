<?php

declare(strict_types=1);

namespace App\Platform\Staff;

/** Passwords that attackers try first. The list comes with the screens: vite.config.ts takes it from a package. */
final class KnownPasswords
{
    private const FILE = 'build/known-passwords.txt';

    /** @return \Closure(string, mixed, \Closure(string): mixed): void a rule of validation */
    public static function refuse(): \Closure
    {
        return static function (string $field, mixed $password, \Closure $fail): void {
            if (is_string($password) && self::has($password)) {
                $fail(
                    'This password is among those that are tried first. Choose another one: three words that have nothing to do with each other are good.'
                );
            }
        };
    }

    /** Also with digits or signs behind it, which is tried next. */
    public static function has(string $password): bool
    {
        $file = public_path(self::FILE);
        $list = is_file($file) ? (string) file_get_contents($file) : '';
        foreach (array_unique([mb_strtolower($password), rtrim(mb_strtolower($password), '0123456789!?.#$*')]) as $one) {
            if (mb_strlen($one) > 3 && ! str_contains($one, "\n") && str_contains($list, "\n$one\n")) {
                return true;
            }
        }

        return false;
    }
}
