<?php

declare(strict_types=1);

namespace Skarvo\Signals\Replay;

use Skarvo\Signals\Level;
use Skarvo\Time\Instant;

/**
 * An alert in the making.
 *
 * @internal
 */
final class ReplayAlert
{
    /** @var array<array-key, true> */
    public array $items = [];

    /** Which group it joined; that one may have been taken into another since. */
    public ?Group $group = null;

    public ?int $closedAt = null;

    public int $flips = 0;

    public function __construct(
        public readonly string $key,
        public readonly int $firstSignalAt,
        public readonly int $openedAt,
        public int $count,
        public Level $level,
    ) {}

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
