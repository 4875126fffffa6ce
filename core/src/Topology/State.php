<?php

declare(strict_types=1);

namespace Skarvo\Topology;

/** How an item is, best to worst. The solver counts with RANK; people and documents use the word. */
enum State: string
{
    case Up = 'up';
    case AtRisk = 'at_risk';
    case Degraded = 'degraded';
    case Down = 'down';

    /** 0 is best, 3 is worst. */
    public function rank(): int
    {
        return match ($this) {
            self::Up => 0,
            self::AtRisk => 1,
            self::Degraded => 2,
            self::Down => 3,
        };
    }

    /** Whether people notice: what has only lost its spare still works. */
    public function isBroken(): bool
    {
        return $this->rank() >= self::Degraded->rank();
    }

    public static function ofRank(int $rank): self
    {
        return self::cases()[$rank];
    }
}
