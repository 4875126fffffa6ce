<?php

declare(strict_types=1);

namespace Skarvo\Changes\Deployments;

/** What was done to a service: the predicates of CDEvents for a service. */
enum Doing: string
{
    case Deployed = 'deployed';
    case Upgraded = 'upgraded';
    case RolledBack = 'rolledback';
    case Removed = 'removed';

    public function words(): string
    {
        return match ($this) {
            self::Deployed => 'Deployed',
            self::Upgraded => 'Upgraded',
            self::RolledBack => 'Rolled back',
            self::Removed => 'Removed',
        };
    }

    /** Whether it brings something in that a rollback takes out. */
    public function brings(): bool
    {
        return $this === self::Deployed || $this === self::Upgraded;
    }
}
