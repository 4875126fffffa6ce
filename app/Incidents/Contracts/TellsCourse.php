<?php

declare(strict_types=1);

namespace App\Incidents\Contracts;

use App\Platform\Journal\Entry;
use Skarvo\Incidents\Course\CourseStep;

/** What became of an incident by an entry of its journal: so that one sees how it was at a moment. */
interface TellsCourse
{
    /** @return list<CourseStep> none for entries of others */
    public function steps(Entry $entry): array;
}
