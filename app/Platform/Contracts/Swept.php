<?php

declare(strict_types=1);

namespace App\Platform\Contracts;

/** Something that the clock does now and then, when nothing presses: reminders, forgetting what is old. */
interface Swept
{
    /**
     * @param  \Closure(): bool  $mayWork  to be asked inside each transaction: false if another clock has taken over
     * @return int how much was done
     */
    public function __invoke(\Closure $mayWork): int;
}
