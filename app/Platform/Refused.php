<?php

declare(strict_types=1);

namespace App\Platform;

use Illuminate\Validation\ValidationException;

/** An action that cannot be done as things stand: says so to the person, beside the form, and nothing is lost. */
final class Refused
{
    public static function because(string $why, string $field = 'action'): ValidationException
    {
        return ValidationException::withMessages([$field => $why]);
    }
}
