<?php

declare(strict_types=1);

namespace App\Platform\Contracts;

/** Something that the sender does beside sending what is due. */
interface SendsBeside
{
    /**
     * @param  \Closure(): bool  $mayWork
     * @return int how much was done
     */
    public function step(\Closure $mayWork): int;

    public function isIdle(): bool;
}
