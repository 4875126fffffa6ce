<?php

declare(strict_types=1);

namespace Skarvo\Incidents\Finding;

/** What has become of something that may be the cause. */
enum HypothesisState: string
{
    case Open = 'open';
    case RuledOut = 'ruled-out';
    case Confirmed = 'confirmed';

    public function words(): string
    {
        return match ($this) {
            self::Open => 'Open',
            self::RuledOut => 'Ruled out',
            self::Confirmed => 'Confirmed',
        };
    }
}
