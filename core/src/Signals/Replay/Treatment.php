<?php

declare(strict_types=1);

namespace Skarvo\Signals\Replay;

use Skarvo\Signals\Level;

/** What the settings say about one signal. */
final readonly class Treatment
{
    /**
     * @param  string  $key  under which it goes if it starts a thread
     * @param  int  $hold  seconds, as settle and expire
     * @param  int|null  $expire  null: never
     */
    public function __construct(
        public string $key,
        public string $part,
        public int $hold,
        public int $settle,
        public ?int $expire,
        public Level $level,
    ) {}
}
