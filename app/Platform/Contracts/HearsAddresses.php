<?php

declare(strict_types=1);

namespace App\Platform\Contracts;

use App\Platform\Person;

/** Keeps addresses of people besides the one of their account. */
interface HearsAddresses
{
    /**
     * The address of somebody's account is another, in the transaction in which it is changed.
     *
     * @param  string  $before  the one that they had
     */
    public function moved(Person $person, string $before, Person $by): void;
}
