<?php

declare(strict_types=1);

namespace App\Paging;

use App\Platform\Contracts\Decisions;
use Carbon\CarbonImmutable;
use Illuminate\Http\Request;

/** Calls from which nobody comes. */
final class CallsToDecide implements Decisions
{
    public function decisions(Request $request, ?CarbonImmutable $from, ?CarbonImmutable $to): array
    {
        return ['unanswered' => Unanswered::all(...)];
    }
}
