<?php

declare(strict_types=1);

namespace Skarvo\Tickets\Related;

/** An incident to which a ticket may belong. */
final readonly class KnownIncident
{
    /**
     * @param  int  $beganAt  seconds since the epoch
     * @param  int|null  $endedAt  null while it is under way
     * @param  list<string>  $services  hit by it
     * @param  list<string>  $items  behind it
     * @param  list<string>  $places  to which it is tied; none if it is not tied to one
     */
    public function __construct(
        public string $id, public string $title, public string $text, public int $beganAt, public ?int $endedAt,
        public array $services, public array $items, public array $places,
    ) {}
}
