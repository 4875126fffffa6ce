<?php

declare(strict_types=1);

namespace Skarvo\Incidents;

/** How many others a reporter says have the same trouble. */
enum Others: string
{
    case Nobody = 'nobody';
    case Some = 'some';
    case Many = 'many';

    public function words(): string
    {
        return match ($this) {
            self::Nobody => 'only me',
            self::Some => 'a few others',
            self::Many => 'many people, or several places',
        };
    }
}
