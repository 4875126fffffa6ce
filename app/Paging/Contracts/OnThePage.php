<?php

declare(strict_types=1);

namespace App\Paging\Contracts;

use App\Incidents\Incident;

/** What a capability has to say to whoever opens a page on their phone. */
interface OnThePage
{
    /** @return array<string, mixed> props of that screen */
    public function page(Incident $incident): array;
}
