<?php

declare(strict_types=1);

namespace Skarvo\Updates\Check;

use Skarvo\Incidents\Stage;
use Skarvo\Topology\State;

/** What the record says at the moment at which words about it are to go out. */
final readonly class RecordFacts
{
    /**
     * @param  array<string, State>  $services  by the names that outsiders know, all of them
     * @param  list<string>  $places  at which it is felt; none: not known, or everywhere
     * @param  list<string>  $allPlaces  that outsiders know
     * @param  int  $now  this and the following are seconds since the epoch
     * @param  int|null  $estimate  by when it works again, as somebody says
     * @param  int|null  $next  when the next update is promised
     * @param  \DateTimeZone  $zone  of the readers
     * @param  list<string>  $inside  names of items and teams that outsiders do not know
     * @param  list<string>  $people  who work on it, by their full names
     * @param  list<string>  $said  what reporters and tickets say in their own words
     * @param  int|null  $told  when the last update was given
     * @param  array<array-key, string>  $aliases  names of services in other languages, each with the one that it means
     * @param  list<string>  $about  services that the update is about
     * @param  array<string, string>  $jargon  words that outsiders do not read, and what to say instead; '': it is only not said
     */
    public function __construct(
        public Stage $stage, public array $services, public array $places, public array $allPlaces, public int $now, public int $since,
        public ?int $estimate, public ?int $next, public \DateTimeZone $zone, public array $inside = [], public array $people = [],
        public array $said = [], public array $jargon = [], public ?int $told = null, public array $aliases = [],
        public array $about = [],
    ) {}

    public function isBroken(): bool
    {
        return array_filter($this->services, static fn(State $state): bool => $state->isBroken()) !== [];
    }

    /**
     * The same, as what goes out says it: whoever put it together may know more of a service than the monitors do.
     *
     * @param  list<array{name: string, state: State}>  $services
     * @param  list<string>  $places
     */
    public function asTold(array $services, array $places): self
    {
        return new self(
            $this->stage, [...$this->services, ...array_column($services, 'state', 'name')], $places, $this->allPlaces, $this->now,
            $this->since,
            $this->estimate, $this->next, $this->zone, $this->inside, $this->people, $this->said, $this->jargon, $this->told,
            $this->aliases,
            array_column($services, 'name'),
        );
    }

    /** On the readers' clocks. */
    public function clock(int $at, ?\DateTimeZone $zone = null): string
    {
        return (new \DateTimeImmutable("@$at"))->setTimezone($zone ?? $this->zone)->format('H:i');
    }
}
