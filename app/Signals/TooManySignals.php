<?php

declare(strict_types=1);

namespace App\Signals;

/** A source sent more in a minute than its limit; what it sent now was not taken. */
final class TooManySignals extends \RuntimeException
{
    /** @param  int  $retryAfter  seconds */
    public function __construct(
        public readonly string $source, public readonly int $perMinute, public readonly int $retryAfter,
        public readonly int $signals,
    ) {
        parent::__construct(
            "The source $source may send ".number_format($perMinute)
                ." signals a minute, and is past that. Send this again after $retryAfter seconds. Nothing of this call was taken.",
        );
    }
}
