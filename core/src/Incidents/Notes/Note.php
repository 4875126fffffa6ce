<?php

declare(strict_types=1);

namespace Skarvo\Incidents\Notes;

/** Something that somebody wrote on a ticket. */
final readonly class Note
{
    /** @param  int  $at  seconds since the epoch */
    public function __construct(public string $id, public string $on, public int $at, public Visibility $visibility) {}
}
