<?php

declare(strict_types=1);

namespace Skarvo\Changes\Approvals;

use Skarvo\Time\Instant;

/** How a stage stands, and whom it waits for. */
final readonly class StageStanding
{
    /**
     * @param  int|null  $openedAt  seconds since the epoch; null: it has not begun
     * @param  bool  $stuck  whether those who can still answer are too few
     * @param  list<string>  $waitsFor  who speaks for the seats that are unanswered, in their order
     * @param  list<Seat>  $seats
     */
    public function __construct(
        public string $name, public StageState $state, public ?int $openedAt, public ?int $endedAt, public int $needed,
        public bool $stuck, public array $waitsFor, public array $seats,
    ) {}

    /** @return array<string, mixed> */
    public function toArray(): array
    {
        return [
            'name' => $this->name, 'state' => $this->state->value,
            'opened_at' => $this->openedAt === null ? null : Instant::format($this->openedAt),
            'ended_at' => $this->endedAt === null ? null : Instant::format($this->endedAt),
            'needed' => $this->needed, 'stuck' => $this->stuck, 'waits_for' => $this->waitsFor,
            'seats' => array_map(static fn(Seat $seat): array => $seat->toArray(), $this->seats),
        ];
    }
}
