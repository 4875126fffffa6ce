<?php

declare(strict_types=1);

namespace Skarvo\Signals\Replay;

use Skarvo\Signals\Level;

/**
 * A key with its burst and its alert.
 *
 * @internal
 */
final class KeyState
{
    /** @var array<int, Thread> those that fire, by object id */
    public array $firing = [];

    /** @var array<int, Thread> those that were put under it last, by object id */
    public array $threads = [];

    public int $burstBegan = 0;

    public int $hold = 0;

    public int $settle = 0;

    public int $burstCount = 0;

    public Level $burstLevel = Level::Info;

    public bool $wasDue = false;

    /** Since when a thread whose item is not quiet has been firing without a break. */
    public ?int $coveredSince = null;

    public int $clearSince = 0;

    public ?ReplayAlert $open = null;

    public ?ReplayAlert $last = null;

    public function __construct(public readonly string $key) {}
}
