<?php

declare(strict_types=1);

namespace App\Rota;

use App\Platform\Contracts\HearsLeaving;
use App\Platform\Person;
use Illuminate\Support\Facades\DB;

/** Whoever leaves reads no calendar of turns any more, and swaps none. */
final readonly class LeftTurns implements HearsLeaving
{
    public function __construct(private SwapTurns $swaps) {}

    public function left(Person $person, Person $by): void
    {
        DB::table('calendar_feeds')->where('owner_id', $person->id)->delete();
        $this->swaps->lapse($person, $by);
    }
}
