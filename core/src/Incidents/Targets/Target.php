<?php

declare(strict_types=1);

namespace Skarvo\Incidents\Targets;

use Skarvo\Time\OpenHours;
use Skarvo\Value\Must;

/** A promise made of tickets of one priority: so much time, counted at certain hours, until something is done. */
final readonly class Target
{
    public const WARN = 75;

    /**
     * @param  int  $withinSeconds  how much time may pass
     * @param  OpenHours|null  $hours  when time counts; null for always
     * @param  bool  $pauses  whether its time stands still while the ticket waits for the reporter
     * @param  int  $warn  percent of the time after which it is shown as near
     *
     * @throws \DomainException if it promises nothing
     */
    public function __construct(
        public string $name, public int $priority, public int $withinSeconds, public ?OpenHours $hours = null,
        public bool $pauses = true, public int $warn = self::WARN,
    ) {
        Must::name($name, 'A target');
        Must::hold($priority >= 1 && $priority <= 5, "A priority lies between 1 and 5, not $priority.");
        Must::atLeast(1, $withinSeconds, 'The time of a target');
        Must::hold($warn >= 1 && $warn <= 99, "A warning comes at 1 to 99 percent, not $warn.");
    }

    /** Seconds after which it is near. */
    public function warnSeconds(): int
    {
        return intdiv($this->withinSeconds, 100) * $this->warn + intdiv($this->withinSeconds % 100 * $this->warn + 99, 100);
    }
}
