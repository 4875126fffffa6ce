<?php

declare(strict_types=1);

namespace App\Rota;

use App\Platform\Deed;
use App\Platform\Person;

/** What people may do with a rota. */
final class RotaPolicy
{
    /** Put others on call, and not only themselves. */
    public function arrange(Person $by): bool
    {
        return Deed::ArrangeRotas->isAllowedTo($by);
    }

    /**
     * Write into a handover.
     *
     * @param  string|null  $leaves  whose turn ends
     */
    public function note(Person $by, Rota $rota, ?string $leaves): bool
    {
        return $by->team_id === $rota->team_id || $by->id === $leaves || $this->arrange($by);
    }

    /**
     * Say that a handover was read.
     *
     * @param  string|null  $comes  whose turn begins
     */
    public function confirm(Person $by, Rota $rota, ?string $comes): bool
    {
        return $by->id === $comes || $this->arrange($by);
    }

    /** Take turns of it: people of its team, those whom it names, and whoever arranges rotas. */
    public function turn(Person $by, Rota $rota): bool
    {
        return $by->team_id === $rota->team_id || $rota->names($by->id) || $this->arrange($by);
    }

    /** Read why somebody asks for a swap. */
    public function reasons(Person $by, string $asker, string $asked): bool
    {
        return in_array($by->id, [$asker, $asked], true) || $this->arrange($by);
    }
}
