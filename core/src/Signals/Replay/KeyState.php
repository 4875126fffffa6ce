<?php

declare(strict_types=1);

namespace Skarvo\Signals\Replay;

use Skarvo\Signals\Level;

/**
 * A key with its burst and its alert.
 *
 * @phpstan-import-type AlertRow from ReplayAlert
 *
 * @phpstan-type KeyRow array{string, int, int, int, int, string, int, array{int, int}, bool, int|null, int, int, int, AlertRow|null, AlertRow|null}
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

    /** The order of the signal that began the burst. */
    public int $burstFirst = 0;

    /** @var array{int, int} instant and order of its latest firing signal */
    public array $burstLast = [0, 0];

    public bool $wasDue = false;

    /** Since when a thread whose item is not quiet has been firing without a break. */
    public ?int $coveredSince = null;

    public int $clearSince = 0;

    /** When a firing signal last named it. */
    public int $mentioned = 0;

    /** How many alerts it has opened, in all. */
    public int $opened = 0;

    public ?ReplayAlert $open = null;

    public ?ReplayAlert $last = null;

    public function __construct(public readonly string $key) {}

    /** @return KeyRow */
    public function toArray(): array
    {
        return [
            $this->key, $this->burstBegan, $this->hold, $this->settle, $this->burstCount, $this->burstLevel->value,
            $this->burstFirst, $this->burstLast,
            $this->wasDue, $this->coveredSince, $this->clearSince, $this->mentioned, $this->opened,
            $this->open?->state(), $this->last === $this->open ? null : $this->last?->state(),
        ];
    }

    /** @param  KeyRow  $row  as toArray() gives it */
    public static function of(array $row): self
    {
        $key = new self($row[0]);
        [
            , $key->burstBegan, $key->hold, $key->settle, $key->burstCount, $level, $key->burstFirst, $key->burstLast,
            $key->wasDue, $key->coveredSince, $key->clearSince, $key->mentioned, $key->opened, $open, $last,
        ] = $row;
        $key->burstLevel = Level::from($level);
        $key->open = $open === null ? null : ReplayAlert::ofState($key->key, $open);
        $key->last = $last === null ? null : ReplayAlert::ofState($key->key, $last);

        return $key;
    }
}
