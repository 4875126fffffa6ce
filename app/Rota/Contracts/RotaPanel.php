<?php

declare(strict_types=1);

namespace App\Rota\Contracts;

use App\Rota\Rota;

/** What others have to say of a rota, on its page. */
interface RotaPanel
{
    /**
     * @param  int  $from  seconds since the epoch
     * @param  int  $to  seconds since the epoch
     * @return array<string, mixed> props of the page
     */
    public function page(Rota $rota, int $from, int $to): array;
}
