<?php

declare(strict_types=1);

namespace Skarvo\Incidents\Targets;

use Skarvo\Value\Must;

/** Something that happened to a ticket, as far as its clocks go by it. */
final readonly class TargetHappening
{
    /**
     * @param  int  $at  seconds since the epoch
     * @param  int|null  $priority  of what opens it or changes its priority
     * @param  string|null  $name  the clock that is met, or set going again
     *
     * @throws \DomainException if it does not say what its kind has to say
     */
    public function __construct(public int $at, public TargetHappeningKind $kind, public ?int $priority = null, public ?string $name = null)
    {
        Must::hold(
            ($kind->says() === 'priority') === ($priority !== null),
            "A priority belongs to what opens a ticket or changes it: $kind->value."
        );
        Must::hold(
            ($kind->says() === 'name') === ($name !== null), "The name of a clock belongs to what meets or reopens it: $kind->value."
        );
    }
}
