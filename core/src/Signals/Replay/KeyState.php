<?php

declare(strict_types=1);

namespace Skarvo\Signals\Replay;

use Skarvo\Signals\Level;

/**
 * A key with its burst and its alert.
 *
 * @phpstan-import-type AlertRow from ReplayAlert
 *
 * @phpstan-type KeyRow array{
 *     key: string, began: int, hold: int, settle: int, count: int, level: string, first: int, latest: array{int, int}, due: bool,
 *     covered: int|null, clear: int, mentioned: int, opened: int, open: AlertRow|null, over: AlertRow|null,
 * }
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
            'key' => $this->key, 'began' => $this->burstBegan, 'hold' => $this->hold, 'settle' => $this->settle,
            'count' => $this->burstCount,
            'level' => $this->burstLevel->value, 'first' => $this->burstFirst, 'latest' => $this->burstLast, 'due' => $this->wasDue,
            'covered' => $this->coveredSince, 'clear' => $this->clearSince, 'mentioned' => $this->mentioned, 'opened' => $this->opened,
            'open' => $this->open?->state(), 'over' => $this->last === $this->open ? null : $this->last?->state(),
        ];
    }

    /** @param  KeyRow  $row  as toArray() gives it */
    public static function of(array $row): self
    {
        $key = new self($row['key']);
        [
            'began' => $key->burstBegan, 'hold' => $key->hold, 'settle' => $key->settle, 'count' => $key->burstCount, 'level' => $level,
            'first' => $key->burstFirst, 'latest' => $key->burstLast, 'due' => $key->wasDue, 'covered' => $key->coveredSince,
            'clear' => $key->clearSince, 'mentioned' => $key->mentioned, 'opened' => $key->opened, 'open' => $open, 'over' => $last,
        ] = $row;
        $key->burstLevel = Level::from($level);
        $key->open = $open === null ? null : ReplayAlert::ofState($key->key, $open);
        $key->last = $last === null ? null : ReplayAlert::ofState($key->key, $last);

        return $key;
    }
}
