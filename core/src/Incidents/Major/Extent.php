<?php

declare(strict_types=1);

namespace Skarvo\Incidents\Major;

use Skarvo\Topology\HitService;
use Skarvo\Value\Must;

/** How far an incident reaches: what does not work, where, for how long, and how many have said so. */
final readonly class Extent
{
    /** @var list<HitService> those that are down or degraded, the most important first, of equal ones the worst */
    public array $broken;

    /**
     * @param  list<HitService>  $services  that it hits
     * @param  list<string>  $places  where something is down or degraded
     * @param  int  $reports  of people, that are about it or about what is part of it
     * @param  int  $openSeconds  since it began
     *
     * @throws \DomainException if it cannot be so
     */
    public function __construct(array $services, public array $places, public int $reports, public int $openSeconds)
    {
        Must::atLeast(0, $reports, 'Reports');
        Must::atLeast(0, $openSeconds, 'How long it has lasted');
        $broken = array_values(array_filter($services, static fn(HitService $one): bool => $one->state->isBroken()));
        usort(
            $broken,
            static fn(HitService $a, HitService $b): int => [$a->tier, $b->state->rank(), $a->id] <=> [$b->tier, $a->state->rank(), $b->id],
        );
        $this->broken = $broken;
    }

    /** @return array<int, int> how many services of each tier do not work, the most important tier first */
    public function byTier(): array
    {
        $counts = array_count_values(array_map(static fn(HitService $one): int => $one->tier, $this->broken));
        ksort($counts);

        return $counts;
    }
}
