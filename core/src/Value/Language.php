<?php

declare(strict_types=1);

namespace Skarvo\Value;

/** Languages in which people outside are written to, by their codes (BCP 47). */
enum Language: string
{
    case English = 'en';
    case Norwegian = 'no';
    case German = 'de';
    case Arabic = 'ar';

    /** The one that a code means, with its region or without: `nb-NO` is Norwegian. */
    public static function of(string $code): ?self
    {
        $main = strtolower(explode('-', str_replace('_', '-', $code))[0]);

        return match ($main) {
            'nb', 'nn' => self::Norwegian,
            default => self::tryFrom($main),
        };
    }

    public function words(): string
    {
        return $this->name;
    }

    /** As its readers call it. */
    public function ownName(): string
    {
        return match ($this) {
            self::English => 'English',
            self::Norwegian => 'Norsk',
            self::German => 'Deutsch',
            self::Arabic => 'العربية',
        };
    }

    public function isRightToLeft(): bool
    {
        return $this === self::Arabic;
    }
}
