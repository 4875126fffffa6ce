<?php

declare(strict_types=1);

namespace Skarvo\Incidents\Finding;

/** What can be done about an incident. */
enum OptionKind: string
{
    case RollBack = 'roll-back';
    case QuickFix = 'quick-fix';
    case WorkAround = 'work-around';
    case Wait = 'wait';

    public function words(): string
    {
        return match ($this) {
            self::RollBack => 'Roll back',
            self::QuickFix => 'Quick fix',
            self::WorkAround => 'Work around it',
            self::Wait => 'Wait',
        };
    }
}
