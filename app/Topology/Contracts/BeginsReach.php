<?php

declare(strict_types=1);

namespace App\Topology\Contracts;

use App\Topology\ReachBeginning;

/** Something, other than items, whose reach can be asked about. */
interface BeginsReach
{
    /** The field of the address that names it by its number, such as `incident`. */
    public function field(): string;

    /** @throws \Illuminate\Database\Eloquent\ModelNotFoundException if there is none */
    public function begin(int $id): ReachBeginning;
}
