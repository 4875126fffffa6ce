<?php

declare(strict_types=1);

namespace Skarvo\Paging;

use Skarvo\Time\Instant;

/** The course that a call took up to an instant, and when something is due next. */
final readonly class CallCourse
{
    /**
     * @param  list<Page>  $pages  in the order in which they came about
     * @param  list<StepStart>  $steps  likewise
     * @param  int|null  $at  since when the outcome holds, seconds since the epoch; null while waiting
     * @param  string|null  $by  who acknowledged
     * @param  int|null  $nextDue  when the next timer runs out if nothing happens; null if none does
     * @param  bool  $nobodyLeft  whether it waits though everybody who was paged has said no or is out of reach, or nobody is named
     * @param  int|null  $stepEndsAt  when the present step's wait (or a gap) is over; null when no step waits
     */
    public function __construct(
        public array $pages,
        public array $steps,
        public Outcome $outcome,
        public ?int $at,
        public ?string $by,
        public ?int $nextDue,
        public ?int $stepEndsAt,
        public bool $nobodyLeft = false,
    ) {}

    /** @return array<string, mixed> */
    public function toArray(): array
    {
        return [
            'pages' => array_map(static fn(Page $page): array => $page->toArray(), $this->pages),
            'steps' => array_map(static fn(StepStart $step): array => $step->toArray(), $this->steps),
            'outcome' => $this->outcome->value,
            'at' => $this->at === null ? null : Instant::format($this->at),
            'by' => $this->by,
        ];
    }
}
