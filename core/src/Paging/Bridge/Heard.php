<?php

declare(strict_types=1);

namespace Skarvo\Paging\Bridge;

/** What a phone exchange tells of somebody and a bridge; in the order in which such things happen within one moment. */
enum Heard: string
{
    case Rung = 'rung';
    case Unanswered = 'unanswered';
    case Joined = 'joined';
    case Left = 'left';

    public function order(): int
    {
        return (int) array_search($this, self::cases(), true);
    }
}
