<?php

declare(strict_types=1);

namespace App\Tickets;

use App\Updates\Contracts\GuessesServices;

/** For a reporter who does not know what the service is called. */
final class GuessService implements GuessesServices
{
    public function service(string $text, ?string $place): ?string
    {
        return Suggestions::service($text, $place);
    }
}
