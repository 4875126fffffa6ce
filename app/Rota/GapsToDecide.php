<?php

declare(strict_types=1);

namespace App\Rota;

use App\Platform\Contracts\Decisions;
use Carbon\CarbonImmutable;
use Illuminate\Http\Request;

/** Who is on call where nobody is. */
final class GapsToDecide implements Decisions
{
    public function decisions(Request $request, ?CarbonImmutable $from, ?CarbonImmutable $to): array
    {
        return ['gaps' => Gaps::ahead(...)];
    }
}
