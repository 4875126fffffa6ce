<?php

declare(strict_types=1);

namespace Skarvo\Incidents\Targets;

use Skarvo\Time\Instant;

/** One promise of one ticket at one instant: how it stands, and how much time is left. */
final readonly class TargetClock
{
    /**
     * @param  bool  $broken  whether it was ever overdue, even if a new priority has mended that since
     * @param  int|null  $leftSeconds  negative when too much has passed; null without a target
     * @param  int|null  $dueAt  seconds since the epoch from which on it is due, for ever if nothing further happens
     * @param  int|null  $warnAt  likewise for the share of it at which it is near
     * @param  int|null  $metAt  seconds since the epoch
     */
    public function __construct(
        public string $name, public TargetState $state, public bool $broken, public int $elapsedSeconds, public ?int $leftSeconds,
        public ?int $dueAt, public ?int $warnAt, public ?int $metAt,
    ) {}

    /** @return array<string, mixed> as the contract of targets says */
    public function toArray(): array
    {
        $told = static fn(?int $at): ?string => $at === null ? null : Instant::format($at);

        return [
            'name' => $this->name, 'state' => $this->state->value, 'broken' => $this->broken, 'elapsed_seconds' => $this->elapsedSeconds,
            'left_seconds' => $this->leftSeconds, 'due_at' => $told($this->dueAt), 'warn_at' => $told($this->warnAt),
            'met_at' => $told($this->metAt),
        ];
    }
}
