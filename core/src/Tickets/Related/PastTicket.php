<?php

declare(strict_types=1);

namespace Skarvo\Tickets\Related;

/** An earlier ticket, and what the incident was called to which a person linked it. */
final readonly class PastTicket
{
    public function __construct(public string $text, public string $words) {}
}
