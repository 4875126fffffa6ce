<?php

declare(strict_types=1);

namespace App\Rota\Contracts;

/** Counts times in which public holidays do not count. */
interface GoesByHolidays
{
    /** The public holidays are others from now on. Runs inside a transaction. */
    public function holidaysChanged(): void;
}
