<?php

declare(strict_types=1);

namespace Skarvo\Changes\Rules;

use Skarvo\Time\Intervals;
use Skarvo\Time\WeekHours;
use Skarvo\Time\Zone;

/** Hours to which a change has to keep, and where they come from. */
final readonly class Window
{
    /**
     * @param  list<WeekHours>  $hours
     * @param  list<string>  $because  names of what they are the hours of: something that is taken down, or a service of it
     */
    public function __construct(public string $name, public array $hours, public array $because) {}

    public function open(Zone $zone, int $from, int $to): Intervals
    {
        return Intervals::of(array_merge(...array_map(static fn(WeekHours $one): array => $one->open($zone, $from, $to), $this->hours)));
    }
}
