<?php

declare(strict_types=1);

namespace App\Rota\Contracts;

use App\Rota\Rota;

/** What whoever leaves a turn tells whoever comes, as far as one capability knows it. Times are seconds since the epoch. */
interface HandsOver
{
    /** @return list<array{text: string, link: string}> what is open */
    public function open(Rota $rota): array;

    /** @return list<array{text: string, link: string}> what disturbed in a turn */
    public function noisy(Rota $rota, int $since, int $at): array;

    /** @return list<array{text: string, link: string}> what may come */
    public function watch(Rota $rota, int $since, int $at): array;
}
