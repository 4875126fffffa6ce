<?php

declare(strict_types=1);

namespace Skarvo\Rota;

/** A stretch in which somebody cannot be on call, or would rather not be. */
final readonly class Absence
{
    /**
     * @param  int  $from  seconds since the epoch
     * @param  int  $to  seconds since the epoch, not part of it
     * @param  bool  $isWish  whether they would only rather not
     */
    public function __construct(public string $person, public int $from, public int $to, public bool $isWish = false) {}
}
