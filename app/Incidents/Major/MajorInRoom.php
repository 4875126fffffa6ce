<?php

declare(strict_types=1);

namespace App\Incidents\Major;

use App\Incidents\Contracts\RoomPanel;
use App\Incidents\Incident;
use App\Incidents\Situation;
use App\Platform\Person;

/**
 * Whether an incident is a major one, or may be, and how far it reaches.
 *
 * @phpstan-import-type ExtentLine from ExtentOf
 * @phpstan-type MajorLine array{why: list<string>, extent: ExtentLine}
 */
final class MajorInRoom implements RoomPanel
{
    public function room(Incident $incident, Situation $situation, Person $reader): array
    {
        return ['major' => static fn(): array => self::line($incident, $situation)];
    }

    /** @return MajorLine why: sentences that speak for it; none if it is one, or over */
    private static function line(Incident $incident, Situation $situation): array
    {
        return [
            'why' => $incident->isMajor() || ! $incident->isOpen()
                ? []
                : MajorSettings::now()->conditions->why(ExtentOf::incident($incident, $situation)),
            'extent' => ExtentOf::line($incident, $situation),
        ];
    }
}
