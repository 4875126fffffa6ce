<?php

declare(strict_types=1);

namespace App\Platform\Contracts;

/** What can be found from the command line. */
interface Finds
{
    /** What somebody types may match any number: so many of a kind are shown. */
    public const EACH = 6;

    /** @return list<array{what: string, name: string, more: string, link: string}> the best first */
    public function find(Sought $sought): array;
}
