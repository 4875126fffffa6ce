<?php

declare(strict_types=1);

namespace Skarvo\Paging;

use Skarvo\Value\Must;

/** A stretch of a rota, half-open, in which somebody is on call. */
final readonly class Duty
{
    /**
     * @param  int  $from  seconds since the epoch
     * @param  int  $to  seconds since the epoch, not part of it
     *
     * @throws \DomainException if it cannot be so
     */
    public function __construct(public int $from, public int $to, public string $person)
    {
        Must::stretch($from, $to, 'A duty');
        Must::name($person, 'Whoever is on duty');
    }
}
