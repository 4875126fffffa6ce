<?php

declare(strict_types=1);

namespace App\Platform\Contracts;

use App\Platform\Person;

/**
 * Says what is in somebody's hands, and would be in nobody's once they have left.
 *
 * @phpstan-type InHandLine array{what: string, link: string, becomes: string}
 */
interface InHand
{
    /** @return list<InHandLine> each with what becomes of it when they leave */
    public function inHand(Person $person): array;
}
