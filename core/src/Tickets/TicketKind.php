<?php

declare(strict_types=1);

namespace Skarvo\Tickets;

/** What a ticket asks for. */
enum TicketKind: string
{
    /** Something is wrong. */
    case Report = 'report';

    /** Something is wanted. */
    case Request = 'request';
}
