<?php

declare(strict_types=1);

namespace App\Rota;

use App\Platform\Contracts\HasTeams;

/** What of a team stands here. */
final class RotasOfTeams implements HasTeams
{
    public function ofTeams(): array
    {
        return [['rotas', 'rota', 'rotas']];
    }
}
