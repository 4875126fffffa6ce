<?php

declare(strict_types=1);

namespace Skarvo\Rota;

use Skarvo\Value\Must;

/** A stretch in which somebody cannot be on call, or would rather not be. */
final readonly class Absence
{
    /**
     * @param  int  $from  seconds since the epoch
     * @param  int  $to  seconds since the epoch, not part of it
     * @param  bool  $isWish  whether they would only rather not
     * @param  bool  $isGone  whether they have left for good: then no exception keeps them in either
     *
     * @throws \DomainException if it cannot be so
     */
    public function __construct(
        public string $person, public int $from, public int $to, public bool $isWish = false, public bool $isGone = false,
    ) {
        Must::name($person, 'Whoever is away');
        Must::hold($from <= $to, 'An absence ends after it begins.');
    }
}
