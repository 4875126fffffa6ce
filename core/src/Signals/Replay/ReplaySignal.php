<?php

declare(strict_types=1);

namespace Skarvo\Signals\Replay;

use Skarvo\Signals\Condition;
use Skarvo\Signals\Level;

/** A signal, as far as settings look at it. */
final readonly class ReplaySignal
{
    /**
     * @param  int  $at  seconds since the epoch
     * @param  array<array-key, string>  $labels
     */
    public function __construct(
        public int $at,
        public string $source,
        public ?string $item,
        public string $check,
        public Condition $condition,
        public Level $level,
        public array $labels,
    ) {}
}
