<?php

declare(strict_types=1);

namespace App\Platform\Contracts;

use App\Platform\Person;

/** Does something for people by themselves, which ends when they leave. */
interface HearsLeaving
{
    /** Somebody leaves, in the transaction in which it is written. */
    public function left(Person $person): void;
}
