<?php

declare(strict_types=1);

namespace App\Paging\Contracts;

use App\Incidents\Occasion;
use App\Paging\Page;

/** What a capability has to say to whoever opens a page on their phone. */
interface OnThePage
{
    /** @return array<string, mixed> props of that screen; none for occasions of other kinds */
    public function page(Occasion $occasion, Page $page): array;
}
