<?php

declare(strict_types=1);

namespace App\Updates\Contracts;

/** Whoever can say from the words of a report which service is probably meant. */
interface GuessesServices
{
    /** @return string|null a service that outsiders know, or null where there is none */
    public function service(string $text, ?string $place): ?string;
}
