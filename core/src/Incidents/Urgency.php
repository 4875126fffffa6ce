<?php

declare(strict_types=1);

namespace Skarvo\Incidents;

/** How long an incident can wait. */
enum Urgency: string
{
    case Now = 'now';
    case Soon = 'soon';
    case Later = 'later';

    public function meaning(): string
    {
        return match ($this) {
            self::Now => 'cannot wait',
            self::Soon => 'within the shift',
            self::Later => 'can be planned',
        };
    }
}
