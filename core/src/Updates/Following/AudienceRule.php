<?php

declare(strict_types=1);

namespace Skarvo\Updates\Following;

use Skarvo\Value\Must;

/** When an audience that the organisation has defined is told of an incident, without having asked. */
final readonly class AudienceRule
{
    private Interest $interest;

    /**
     * @param  int|null  $priority  at least as urgent as this; null: of any
     * @param  int|null  $tier  a service that matters at least so much
     * @param  list<string>  $services  one of them; none: any
     * @param  list<string>  $places  one of them; none: any
     * @param  int|null  $reports  at least so many people have reported it
     *
     * @throws \DomainException
     */
    public function __construct(
        private ?int $priority = null, ?int $tier = null, array $services = [], array $places = [], private ?int $reports = null,
    ) {
        Must::atLeast(1, $priority ?? 1, 'A priority');
        Must::atLeast(1, $reports ?? 1, 'A number of reports');
        $this->interest = new Interest($services, $places, $tier);
    }

    /** All that it asks holds. Who asks for nothing hears of everything. */
    public function holds(Notice $notice, int $priority, int $reports): bool
    {
        return ($this->priority === null || $priority <= $this->priority) && ($this->reports === null || $reports >= $this->reports)
            && $this->interest->in($notice) !== null;
    }
}
