<?php

declare(strict_types=1);

namespace Skarvo\Signals\Replay;

/**
 * What can fire and clear on its own: a source, item, check and part.
 *
 * @internal
 */
final class Thread
{
    public bool $isFiring = false;

    /** The key under which it was put last. */
    public ?KeyState $key = null;

    /** When it is due, while it fires. */
    public int $due = 0;

    public int $lastSignal = 0;

    public ?int $expire = null;

    /** When the timetable will look at its expiry, under its present key. */
    public ?int $expiryLook = null;

    /** When the timetable will look whether its item becomes quiet or stops being so, under its present key. */
    public ?int $edgeLook = null;

    /** @var list<int> its latest beginnings while its item was not quiet, at most as many as make it flap */
    public array $beginnings = [];

    /** How far back beginnings counted at the latest of them. */
    public int $span = 0;

    /** @param  string  $family  its source, item and check */
    public function __construct(public readonly ?string $item, public readonly string $family) {}
}
