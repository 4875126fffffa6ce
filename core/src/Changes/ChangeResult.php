<?php

declare(strict_types=1);

namespace Skarvo\Changes;

/** How a change ended. */
enum ChangeResult: string
{
    case Ok = 'ok';
    case Failed = 'failed';
    case BackedOut = 'backed_out';

    public function words(): string
    {
        return match ($this) {
            self::Ok => 'went well',
            self::Failed => 'failed',
            self::BackedOut => 'was backed out',
        };
    }
}
