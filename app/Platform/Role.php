<?php

declare(strict_types=1);

namespace App\Platform;

/** What a person who signs in may do. A person has one or more; reporters and stakeholders need none. */
enum Role: string
{
    case Coordinator = 'coordinator';
    case Responder = 'responder';
    case Desk = 'desk';
    case ServiceOwner = 'service_owner';
    case Administrator = 'administrator';

    public function plural(): string
    {
        return $this->words().'s';
    }

    public function words(): string
    {
        return match ($this) {
            self::Coordinator => 'coordinator',
            self::Responder => 'responder',
            self::Desk => 'desk agent',
            self::ServiceOwner => 'service owner',
            self::Administrator => 'administrator',
        };
    }
}
