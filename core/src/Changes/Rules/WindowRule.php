<?php

declare(strict_types=1);

namespace Skarvo\Changes\Rules;

use Skarvo\Time\WeekHours;

/** Hours in which something may be taken down: an item, what a team keeps, or anything for which no other hours are set. */
final readonly class WindowRule
{
    /** @param  string|null  $of  the id of the item or team; null: of anything else */
    public function __construct(public string $name, public WindowOf $for, public ?string $of, public WeekHours $hours) {}
}
