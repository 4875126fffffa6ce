<?php

declare(strict_types=1);

namespace Skarvo\Incidents\Major;

use Skarvo\Time\Duration;
use Skarvo\Topology\HitService;
use Skarvo\Topology\State;
use Skarvo\Value\Must;

/** When an incident may be a major one: what is asked for has to hold together; what is null is not asked for. */
final readonly class MajorWhen
{
    /**
     * @param  int|null  $tier  a service of this tier, or of a more important one, does not work
     * @param  int|null  $places  at so many places, or more
     * @param  int|null  $reports  so many, or more
     * @param  int|null  $minutes  it has lasted so long, or longer
     *
     * @throws \DomainException if it asks for nothing, or for what always holds
     */
    public function __construct(
        public ?int $tier = null, public ?int $places = null, public ?int $reports = null, public ?int $minutes = null,
    ) {
        if ($tier === null && $places === null && $reports === null && $minutes === null) {
            throw new \DomainException('A condition asks for something.');
        }
        foreach (
            [
                'A tier' => $tier, 'A number of places' => $places, 'A number of reports' => $reports, 'Minutes' => $minutes,
            ] as $what => $number
        ) {
            if ($number !== null) {
                Must::atLeast(1, $number, $what);
            }
        }
    }

    /** @return string|null why it holds, in one sentence; null if it does not */
    public function why(Extent $extent): ?string
    {
        $weighty = array_values(array_filter(
            $extent->broken, fn(HitService $one): bool => $this->tier !== null && $one->tier <= $this->tier,
        ));
        $holds = ($this->tier === null || $weighty !== [])
            && ($this->places === null || count($extent->places) >= $this->places)
            && ($this->reports === null || $extent->reports >= $this->reports)
            && ($this->minutes === null || $extent->openSeconds >= $this->minutes * 60);
        if (! $holds) {
            return null;
        }

        return ucfirst(implode('; ', array_filter([
            $weighty === [] ? null : self::said($weighty),
            $this->places === null
                ? null
                : (count($extent->places) === 1 ? "at {$extent->places[0]}" : 'at '.count($extent->places).' places'),
            $this->reports === null ? null : ($extent->reports === 1 ? 'one report' : "$extent->reports reports"),
            $this->minutes === null ? null : 'for '.Duration::words($extent->openSeconds),
        ]))).'.';
    }

    /** @param  non-empty-list<HitService>  $weighty */
    private static function said(array $weighty): string
    {
        $more = count($weighty) - 1;

        return "{$weighty[0]->name}, tier {$weighty[0]->tier}, is ".($weighty[0]->state === State::Down ? 'down' : 'degraded')
            .($more === 0 ? '' : ", and $more more like it");
    }
}
