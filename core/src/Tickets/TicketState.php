<?php

declare(strict_types=1);

namespace Skarvo\Tickets;

/** Who waits for whom. */
enum TicketState: string
{
    case New = 'new';
    case Ours = 'ours';
    case Theirs = 'theirs';
    case Done = 'done';

    public function words(): string
    {
        return match ($this) {
            self::New => 'new',
            self::Ours => 'waiting for us',
            self::Theirs => 'waiting for them',
            self::Done => 'closed',
        };
    }
}
