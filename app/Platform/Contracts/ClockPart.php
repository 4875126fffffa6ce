<?php

declare(strict_types=1);

namespace App\Platform\Contracts;

/** Something that the clock does whenever it is due. */
interface ClockPart
{
    /** As faults of it are noted, unlike that of any other. */
    public function name(): string;

    /** What does not happen while it is broken, in a sentence. */
    public function whileBroken(): string;

    /**
     * @param  \Closure(): bool  $mayWork  to be asked inside each transaction: false if another clock has taken over
     * @return int how much was done
     */
    public function __invoke(\Closure $mayWork): int;
}
