<?php

declare(strict_types=1);

namespace Skarvo\Updates\Versions;

/** For whom the same facts are told in other words. */
enum Version: string
{
    /** Everybody outside: the page, mails, messages, feeds. */
    case Everybody = 'public';

    /** Who stands at a counter, a lane or a gate. */
    case Staff = 'staff';

    /** Who works on it, or on what comes next. */
    case Technical = 'technical';

    /** Who answers for the business. */
    case Card = 'card';

    public function words(): string
    {
        return match ($this) {
            self::Everybody => 'Everybody',
            self::Staff => 'Staff at terminals',
            self::Technical => 'Engineers and owners',
            self::Card => 'Managers',
        };
    }

    /** Whether names of items, teams and people may stand in it. */
    public function isInside(): bool
    {
        return $this !== self::Everybody;
    }

    /** Whether it is told in other languages, too. */
    public function isTranslated(): bool
    {
        return $this === self::Everybody || $this === self::Staff;
    }
}
