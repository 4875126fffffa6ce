<?php

declare(strict_types=1);

namespace Skarvo\Changes\Slots;

use Skarvo\Time\Instant;

/** A constraint, how much it forbids, and what there would be without it. */
final readonly class InTheWay
{
    /**
     * @param  int  $blockedSeconds  of the range that is looked at, that it alone forbids
     * @param  int|null  $firstWithout  the earliest start that meets all others, in seconds since the epoch
     */
    public function __construct(public ConstraintKind $kind, public string $name, public int $blockedSeconds, public ?int $firstWithout) {}

    /** @return array{kind: string, name: string, blocked_seconds: int, first_without: string|null} */
    public function toArray(): array
    {
        return [
            'kind' => $this->kind->value, 'name' => $this->name, 'blocked_seconds' => $this->blockedSeconds,
            'first_without' => $this->firstWithout === null ? null : Instant::format($this->firstWithout),
        ];
    }
}
