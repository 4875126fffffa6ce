<?php

declare(strict_types=1);

namespace Skarvo\Updates\Following;

/** How a follower is reached. */
enum Channel: string
{
    case Mail = 'mail';
    case Text = 'text';
    case Chat = 'chat';
    case Webhook = 'webhook';

    /** Whether it is somebody's pocket, which is left alone while they want quiet. */
    public function isPersonal(): bool
    {
        return $this !== self::Webhook;
    }
}
