<?php

declare(strict_types=1);

namespace Skarvo\Changes\Approvals;

use Skarvo\Time\Instant;

/** Whether a change may go ahead, and who still has to say so. */
final readonly class Approval
{
    /**
     * @param  int|null  $at  since when, in seconds since the epoch; null: it waits
     * @param  list<StageStanding>  $stages  none where nobody has to be asked
     */
    public function __construct(public ApprovalOutcome $outcome, public ?int $at, public array $stages) {}

    /** @return array<string, mixed> */
    public function toArray(): array
    {
        return [
            'outcome' => $this->outcome->value, 'at' => $this->at === null ? null : Instant::format($this->at),
            'stages' => array_map(static fn(StageStanding $stage): array => $stage->toArray(), $this->stages),
        ];
    }
}
