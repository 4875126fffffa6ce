<?php

declare(strict_types=1);

namespace Skarvo\Incidents\Targets;

use Skarvo\Value\Must;

/** What is promised of some kinds of work, for one service or for any. */
final readonly class Agreement
{
    /**
     * @param  list<PromisedOf>  $kinds  at least one
     * @param  string|null  $service  its id; null: for every service that has no agreement of its own
     * @param  list<Target>  $targets
     *
     * @throws \DomainException if it is about nothing, or promises one thing twice
     */
    public function __construct(public array $kinds, public ?string $service, public array $targets)
    {
        Must::hold($kinds !== [], 'An agreement is about something.');
        $seen = [];
        foreach ($targets as $target) {
            Must::hold(! isset($seen[$target->name][$target->priority]), "$target->name is promised twice for priority $target->priority.");
            $seen[$target->name][$target->priority] = true;
        }
    }

    /** What is promised at a priority, if anything is. */
    public function target(string $name, int $priority): ?Target
    {
        foreach ($this->targets as $target) {
            if ($target->name === $name && $target->priority === $priority) {
                return $target;
            }
        }

        return null;
    }
}
