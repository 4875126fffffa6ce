<?php

declare(strict_types=1);

namespace Skarvo\Signals;

use Skarvo\Topology\State;

/** How bad a monitor says a thing is, mildest first. */
enum Level: string
{
    case Info = 'info';
    case Warning = 'warning';
    case Error = 'error';
    case Critical = 'critical';

    public function worseOf(self $other): self
    {
        return $this->rank() >= $other->rank() ? $this : $other;
    }

    /** What an open alert of this level says about the state of its item. */
    public function observed(): State
    {
        return match ($this) {
            self::Critical => State::Down,
            self::Error => State::Degraded,
            self::Warning => State::AtRisk,
            self::Info => State::Up,
        };
    }

    /** 0 is mildest, 3 is worst. */
    public function rank(): int
    {
        return (int) array_search($this, self::cases(), true);
    }
}
