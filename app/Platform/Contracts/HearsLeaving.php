<?php

declare(strict_types=1);

namespace App\Platform\Contracts;

use App\Platform\Person;

/** Keeps something for people, or in their hands, which ends or goes on without them when they leave. */
interface HearsLeaving
{
    /** Somebody leaves, in the transaction in which it is written. */
    public function left(Person $person, Person $by): void;
}
