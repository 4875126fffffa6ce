<?php

declare(strict_types=1);

namespace Skarvo\Incidents\Targets;

/** What happens to a ticket that its clocks go by. */
enum TargetHappeningKind: string
{
    case Opened = 'opened';
    case Priority = 'priority';
    case Paused = 'paused';
    case Resumed = 'resumed';
    case Met = 'met';
    case Reopened = 'reopened';

    /** The one field that says more of it, if there is one. */
    public function says(): ?string
    {
        return match ($this) {
            self::Opened, self::Priority => 'priority',
            self::Met, self::Reopened => 'name',
            self::Paused, self::Resumed => null,
        };
    }
}
