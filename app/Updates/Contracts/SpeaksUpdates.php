<?php

declare(strict_types=1);

namespace App\Updates\Contracts;

use App\Updates\Update;

/** Knows what was published in other languages. */
interface SpeaksUpdates
{
    /** @return string|null its text in a language; null where nobody has translated it */
    public function spoken(Update $update, string $language): ?string;

    /** Whether it may be translated in a moment. */
    public function isAtIt(Update $update, string $language): bool;
}
