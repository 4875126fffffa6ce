<?php

declare(strict_types=1);

namespace App\Platform\Contracts;

use App\Platform\Person;

/** Keeps something in the hands of people who may do something, which they may no longer. */
interface HearsRoles
{
    /** Somebody does other things than before, in the transaction in which it is written. */
    public function doesOtherThings(Person $person, Person $by): void;
}
