<?php

declare(strict_types=1);

namespace App\Platform\Contracts;

use Carbon\CarbonImmutable;
use Illuminate\Http\Request;

/** What of a capability needs a decision, on the first screen: a list for which `pages/<Capability>/watch/` has the rows. */
interface Decisions
{
    /**
     * @param  CarbonImmutable|null  $from  only what came since; null: all
     * @param  CarbonImmutable|null  $to
     * @return array<string, \Closure(): mixed> props of the screen, each worked out when it is asked for
     */
    public function decisions(Request $request, ?CarbonImmutable $from, ?CarbonImmutable $to): array;
}
