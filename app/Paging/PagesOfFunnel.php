<?php

declare(strict_types=1);

namespace App\Paging;

use App\Platform\Moment;
use App\Signals\Contracts\GoesOnFromAlerts;

/** How many pages it came to, and to how many people. */
final class PagesOfFunnel implements GoesOnFromAlerts
{
    public function counts(int $from, int $to): array
    {
        $pages = Page::query()->whereBetween('at', [Moment::text($from), Moment::text($to)]);

        return ['pages' => (clone $pages)->count(), 'responders' => $pages->distinct()->count('person_id')];
    }
}
