<?php

declare(strict_types=1);

namespace Skarvo\Updates\Planned;

/** What people are told of planned work, each once. */
enum PlanStage: string
{
    case Announced = 'announced';

    /** Again, shortly before it begins. */
    case Soon = 'soon';
    /** To another time, or with other effects. */
    case Moved = 'moved';
    case Withdrawn = 'withdrawn';

    /** It should be over, and what it took down does not work. */
    case Overrun = 'overrun';
    case Over = 'over';

    /** Whether nothing more is told of it. An incident tells how one goes on that overruns. */
    public function isEnd(): bool
    {
        return $this === self::Withdrawn || $this === self::Over || $this === self::Overrun;
    }
}
