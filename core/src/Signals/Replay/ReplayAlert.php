<?php

declare(strict_types=1);

namespace Skarvo\Signals\Replay;

use Skarvo\Signals\Level;
use Skarvo\Time\Instant;

/**
 * An alert in the making.
 *
 * @phpstan-type AlertRow array{
 *     number: int, signalled: int, opened: int, count: int, level: string, stamp: string, closed: int|null, flips: int,
 *     items: array<array-key, string>, threads: list<string>, first: int, last: int, latest: int,
 * }
 *
 * @internal
 */
final class ReplayAlert
{
    /** @var array<array-key, string> since which stamp it has each item */
    public array $items = [];

    /** @var array<array-key, true> names of the threads that fired in it */
    public array $threads = [];

    /** The order of the signal that began the burst which opened it. */
    public int $firstOrder = 0;

    /** Instant and order of its latest firing signal. */
    public int $lastAt = 0;

    public int $lastOrder = 0;

    /** Which group it joined; that one may have been taken into another since. */
    public ?Group $group = null;

    /** The first alert of the group that it joined when it opened. */
    public ?ReplayAlert $joined = null;

    public ?int $closedAt = null;

    public int $flips = 0;

    /**
     * @param  int  $number  of its key's alerts, from 1
     * @param  string  $stamp  where in time it opened
     */
    public function __construct(
        public readonly string $key,
        public readonly int $number,
        public readonly int $firstSignalAt,
        public readonly int $openedAt,
        public int $count,
        public Level $level,
        public readonly string $stamp,
    ) {}

    /** @return AlertRow */
    public function state(): array
    {
        return [
            'number' => $this->number, 'signalled' => $this->firstSignalAt, 'opened' => $this->openedAt, 'count' => $this->count,
            'level' => $this->level->value, 'stamp' => $this->stamp, 'closed' => $this->closedAt, 'flips' => $this->flips,
            'items' => $this->items, 'threads' => array_keys($this->threads), 'first' => $this->firstOrder, 'last' => $this->lastAt,
            'latest' => $this->lastOrder,
        ];
    }

    /** @param  AlertRow  $row  as state() gives it */
    public static function ofState(string $key, array $row): self
    {
        $alert = new self(
            $key, $row['number'], $row['signalled'], $row['opened'], $row['count'], Level::from($row['level']), $row['stamp'],
        );
        [
            'closed' => $alert->closedAt, 'flips' => $alert->flips, 'items' => $alert->items, 'first' => $alert->firstOrder,
            'last' => $alert->lastAt, 'latest' => $alert->lastOrder,
        ] = $row;
        $alert->threads = array_fill_keys($row['threads'], true);

        return $alert;
    }

    /** @return list<string> */
    public function itemList(): array
    {
        $items = array_map(strval(...), array_keys($this->items));
        sort($items, SORT_STRING);

        return $items;
    }

    /** @return array<string, mixed> */
    public function toArray(int $group): array
    {
        return [
            'key' => $this->key, 'items' => $this->itemList(), 'level' => $this->level->value,
            'first_signal_at' => Instant::format($this->firstSignalAt), 'opened_at' => Instant::format($this->openedAt),
            'closed_at' => $this->closedAt === null ? null : Instant::format($this->closedAt),
            'count' => $this->count, 'flips' => $this->flips, 'group' => $group,
        ];
    }
}
