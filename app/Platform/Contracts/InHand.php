<?php

declare(strict_types=1);

namespace App\Platform\Contracts;

use App\Platform\Person;
use App\Platform\Role;

/**
 * Says what is in somebody's hands, and would be in nobody's once they have left.
 *
 * @phpstan-type InHandLine array{what: string, link: string, becomes: string, role?: value-of<Role>}
 */
interface InHand
{
    /** @return list<InHandLine> each with what becomes of it when they leave; with a role, also when that is taken from them */
    public function inHand(Person $person): array;
}
