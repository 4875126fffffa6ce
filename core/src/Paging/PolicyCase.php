<?php

declare(strict_types=1);

namespace Skarvo\Paging;

use Skarvo\Time\WeekHours;
use Skarvo\Time\Zone;

/** For what one of a team's policies is meant. */
final readonly class PolicyCase
{
    /**
     * @param  string|null  $service  only for incidents of it
     * @param  list<string>  $urgencies  only for these, any if empty
     * @param  WeekHours|null  $window  only for calls that begin in it
     */
    public function __construct(public ?string $service = null, public array $urgencies = [], public ?WeekHours $window = null) {}

    public function fits(string $service, string $urgency, int $at, Zone $zone): bool
    {
        return ($this->service === null || $this->service === $service)
            && ($this->urgencies === [] || in_array($urgency, $this->urgencies, true))
            && ReachRule::isOpen($this->window, $at, $zone);
    }

    /**
     * Which of a team's policies a call goes by: of those that fit, one for the service before one for the urgency
     * before one for the hours; of equals, the first.
     *
     * @param  array<array-key, self>  $cases
     * @return int|string|null its key; null if none fits
     */
    public static function choose(array $cases, string $service, string $urgency, int $at, Zone $zone): int|string|null
    {
        $best = null;
        $rank = -1;
        foreach ($cases as $key => $case) {
            $own = ($case->service === null ? 0 : 4) + ($case->urgencies === [] ? 0 : 2) + ($case->window === null ? 0 : 1);
            if ($own > $rank && $case->fits($service, $urgency, $at, $zone)) {
                [$best, $rank] = [$key, $own];
            }
        }

        return $best;
    }
}
