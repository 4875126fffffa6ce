<?php

declare(strict_types=1);

namespace Skarvo\Incidents;

/** How a ticket came in. */
enum WayIn: string
{
    case Form = 'form';
    case Phone = 'phone';
    case Mail = 'mail';
    case Chat = 'chat';
    case Api = 'api';

    public function words(): string
    {
        return match ($this) {
            self::Form => 'by the form',
            self::Phone => 'by phone',
            self::Mail => 'by mail',
            self::Chat => 'by chat',
            self::Api => 'from another system',
        };
    }
}
