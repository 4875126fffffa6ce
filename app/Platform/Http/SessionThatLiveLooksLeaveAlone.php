<?php

declare(strict_types=1);

namespace App\Platform\Http;

use Illuminate\Http\Request;
use Illuminate\Session\Middleware\StartSession;

/**
 * A screen that looks for news reads the session and does not write it. Otherwise it could take away, or overwrite, the
 * message that an action beside it has left there for its own answer.
 */
final class SessionThatLiveLooksLeaveAlone extends StartSession
{
    public const HEADER = 'X-Live';

    /** @param  Request  $request */
    protected function saveSession($request): void
    {
        if (! $request->headers->has(self::HEADER)) {
            parent::saveSession($request);
        }
    }
}
