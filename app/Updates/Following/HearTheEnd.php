<?php

declare(strict_types=1);

namespace App\Updates\Following;

use App\Platform\Refused;
use App\Platform\WallClock;
use App\Updates\Told;
use Skarvo\Updates\Following\Channel;

/** Who only wants to hear when an incident is over, and reports nothing. */
final class HearTheEnd
{
    /** @throws Refused where outsiders know of no such incident */
    public static function of(int $incident, string $email, string $language): void
    {
        if (array_filter(Told::open(), static fn(Told $one): bool => $one->incident->id === $incident) === []) {
            throw Refused::because(__('report.over'), 'email');
        }
        Follow::ask(new Wishes(Channel::Mail, $email, $language, WallClock::organisation(), incident: $incident));
    }
}
