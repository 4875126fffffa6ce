<?php

declare(strict_types=1);

namespace Skarvo\Updates\Versions;

use Skarvo\Incidents\Stage;
use Skarvo\Topology\State;
use Skarvo\Value\Must;

/** What an update says, before anybody has put it into words. */
final readonly class UpdateFacts
{
    /**
     * @param  list<array{name: string, state: State}>  $services  by their public names, worst first; of one that is over, those it was
     *      about
     * @param  list<string>  $places  none: everywhere, or not known
     * @param  int  $now  this and the following are seconds since the epoch
     * @param  string|null  $cause  as far as it may be told outside
     * @param  string|null  $meanwhile  what people outside can do until it is over
     * @param  string|null  $counter  what staff do where people stand before them
     * @param  int|null  $next  when the next update is promised
     * @param  int|null  $told  when the last one was given
     *
     * @throws \DomainException where two lines are about the same service
     */
    public function __construct(
        public Stage $stage, public array $services, public array $places, public int $now, public int $since, public \DateTimeZone $zone,
        public ?string $cause = null, public ?string $meanwhile = null, public ?string $counter = null, public ?int $estimate = null,
        public ?int $next = null, public ?int $told = null, public KnownInside $known = new KnownInside,
    ) {
        $names = array_column($services, 'name');
        Must::hold(count($names) === count(array_unique($names)), 'A service is in one state.');
    }

    /** @return list<string> names of those in a state */
    public function in(State $state): array
    {
        return array_column(array_filter($this->services, static fn(array $one): bool => $one['state'] === $state), 'name');
    }

    /** Nobody looks for a cause and names it; and of what is over none is needed. */
    public function toldCause(): ?string
    {
        return $this->stage === Stage::Looking || $this->stage === Stage::Restored ? null : $this->cause;
    }

    /** Whether somebody can still say by when it is back. */
    public function isExpected(): bool
    {
        return $this->estimate !== null && $this->estimate > $this->now && $this->stage !== Stage::Proving
            && $this->stage !== Stage::Restored;
    }
}
