<?php

declare(strict_types=1);

namespace Skarvo\Changes\Approvals;

use Skarvo\Time\Intervals;

/** What is asked for: when and by whom, which stages it goes through, who stands in for whom, and who is away. */
final readonly class Request
{
    /**
     * @param  int  $askedAt  seconds since the epoch
     * @param  non-empty-list<ApprovalStage>  $stages
     * @param  array<array-key, list<string>>  $standIns  by person, the first asked first
     * @param  array<array-key, Intervals>  $away  by person
     */
    public function __construct(
        public int $askedAt, public string $askedBy, public array $stages, private array $standIns, private array $away,
    ) {}

    /** @return list<string> */
    public function standInsOf(string $person): array
    {
        return $this->standIns[$person] ?? [];
    }

    public function isAway(string $person, int $at): bool
    {
        return isset($this->away[$person]) && $this->away[$person]->has($at);
    }
}
