<?php

declare(strict_types=1);

namespace Skarvo\Incidents\Major;

/** When the organisation wants to be asked whether an incident is a major one: any of them is enough. */
final readonly class Conditions
{
    /** @param  list<MajorWhen>  $conditions */
    public function __construct(public array $conditions) {}

    /** What one begins with. */
    public static function usual(): self
    {
        return new self([new MajorWhen(tier: 1, minutes: 10), new MajorWhen(places: 4), new MajorWhen(reports: 10)]);
    }

    /** @return list<string> why it may be a major incident, a sentence for each condition that holds */
    public function why(Extent $extent): array
    {
        return array_values(array_filter(array_map(static fn(MajorWhen $one): ?string => $one->why($extent), $this->conditions)));
    }
}
