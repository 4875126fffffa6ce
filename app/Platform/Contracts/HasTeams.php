<?php

declare(strict_types=1);

namespace App\Platform\Contracts;

/** Records that belong to a team: one that has any cannot be deleted. */
interface HasTeams
{
    /** @return list<array{string, string, string}> table with a team_id, and what its records are called: one, several */
    public function ofTeams(): array;
}
