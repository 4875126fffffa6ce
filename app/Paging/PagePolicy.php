<?php

declare(strict_types=1);

namespace App\Paging;

use App\Incidents\Incident;
use App\Platform\Person;

/** What people may do with a page. */
final class PagePolicy
{
    /** Answer it in the room of the incident for which they were paged. */
    public function answer(Person $by, Page $page, Incident $incident): bool
    {
        return $page->person_id === $by->id && $page->call?->occasion_id === $incident->occasion->id;
    }
}
