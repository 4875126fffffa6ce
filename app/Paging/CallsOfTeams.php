<?php

declare(strict_types=1);

namespace App\Paging;

use App\Platform\Contracts\HasTeams;

/** What of a team stands here. */
final class CallsOfTeams implements HasTeams
{
    public function ofTeams(): array
    {
        return [['escalation_policies', 'policy', 'policies'], ['calls', 'call', 'calls']];
    }
}
