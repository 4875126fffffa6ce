<?php

declare(strict_types=1);

namespace App\Rota\Contracts;

use Carbon\CarbonInterface;

/** Who was paged: what being on call asked of people. */
interface CountsPages
{
    /** @return array<array-key, list<array{string, int}>> person and instant of each page that went out, by team */
    public function between(CarbonInterface $from, CarbonInterface $to): array;
}
