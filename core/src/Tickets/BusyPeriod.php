<?php

declare(strict_types=1);

namespace Skarvo\Tickets;

use Skarvo\Incidents\Urgency;
use Skarvo\Value\Must;

/** A time when a service counts more than usual: the eve of a public holiday, the end of a month. */
final readonly class BusyPeriod
{
    /**
     * @param  string|null  $service  all of them if null
     * @param  int  $from  seconds since the epoch
     * @param  int  $until  the first second after it
     */
    public function __construct(public string $name, public ?string $service, public int $from, public int $until)
    {
        Must::hold($until > $from, 'A busy period ends after it begins.');
    }

    /**
     * @param  list<BusyPeriod>  $periods
     * @return self|null the one that a service is in at a moment; of several the one that lasts longest from then on
     */
    public static function at(array $periods, string $service, int $at): ?self
    {
        $holds = array_filter(
            $periods,
            static fn(self $one): bool => $one->from <= $at && $at < $one->until && ($one->service === null || $one->service === $service),
        );
        usort($holds, static fn(self $a, self $b): int => $b->until <=> $a->until ?: strcmp($a->name, $b->name));

        return $holds[0] ?? null;
    }

    /** @return Urgency|null what it is suggested to raise an urgency to, if there is anything above it */
    public static function raised(Urgency $urgency): ?Urgency
    {
        return match ($urgency) {
            Urgency::Later => Urgency::Soon,
            Urgency::Soon => Urgency::Now,
            Urgency::Now => null,
        };
    }
}
