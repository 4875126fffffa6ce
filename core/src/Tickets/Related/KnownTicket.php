<?php

declare(strict_types=1);

namespace Skarvo\Tickets\Related;

/** A ticket of which it is asked where it belongs. */
final readonly class KnownTicket
{
    /** @param  int  $at  when it was reported, seconds since the epoch */
    public function __construct(
        public string $id, public string $text, public int $at, public ?string $service = null, public ?string $item = null,
        public ?string $place = null,
    ) {}
}
