<?php

declare(strict_types=1);

namespace Skarvo\Rota;

use Skarvo\Value\Must;

/** What a rota that is to be fair has to keep to. */
final readonly class TurnRules
{
    /**
     * @param  int  $rest  seconds between the end of one turn of a person and the beginning of their next
     * @param  bool  $noTwoWeekends  whether nobody may be on call on two weekends running
     *
     * @throws \DomainException if it cannot be so
     */
    public function __construct(public int $rest = 11 * 3600, public bool $noTwoWeekends = true)
    {
        Must::atLeast(0, $rest, 'The rest between turns');
    }
}
