<?php

declare(strict_types=1);

namespace App\Updates\Contracts;

use App\Incidents\Report;

/** Whoever has something to show to the reporter on the page by which a report is followed. */
interface TalksToReporters
{
    /** @return array<string, mixed> props of the page; nothing in them is internal */
    public function follow(Report $report): array;
}
