<?php

declare(strict_types=1);

namespace Skarvo\Signals\Replay;

use Skarvo\Signals\Level;
use Skarvo\Value\Must;

/** What the settings say about one signal. */
final readonly class Treatment
{
    /**
     * @param  string  $key  under which it goes if it starts a thread
     * @param  int  $hold  seconds, as settle and expire
     * @param  int|null  $expire  null: never
     *
     * @throws \DomainException if it cannot be so
     */
    public function __construct(
        public string $key,
        public string $part,
        public int $hold,
        public int $settle,
        public ?int $expire,
        public Level $level,
    ) {
        Must::atLeast(0, $hold, 'hold');
        Must::atLeast(0, $settle, 'settle');
        Must::atLeast(1, $expire ?? 1, 'expire');
    }
}
