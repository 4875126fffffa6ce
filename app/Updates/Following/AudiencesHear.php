<?php

declare(strict_types=1);

namespace App\Updates\Following;

use App\Incidents\Incident;
use App\Incidents\Report;
use App\Platform\Person;
use App\Updates\Reading\Readers;
use App\Updates\Update;
use Skarvo\Updates\Following\Notice;

/**
 * The audiences that the organisation has defined hear of what their rules say; of those who must know it is asked whether they have read
 * it.
 */
final class AudiencesHear
{
    /** Before an update is put on its way, in the same transaction. */
    public static function begin(Update $update, Incident $incident): void
    {
        foreach (self::whom($incident, Noticed::by($update)) as [$person, $audience]) {
            $own = new FollowOwn($person);
            if (! $own->hasSaid($incident)) {
                $own->begin($incident, $audience->name, $own->isThere() ? null : $audience->reads);
            }
            // Whoever was left out by hand is asked nothing.
            if ($audience->must_know && $own->follows($incident)) {
                Readers::mustRead($update, $person, $audience->name);
            }
        }
    }

    /** @return list<array{Person, Audience}> each once, by the first audience of which they are */
    public static function whom(Incident $incident, Notice $notice): array
    {
        $whom = [];
        $reports = Report::query()->about($incident->id)->count();
        // Whoever must know is asked by that one.
        foreach (Audience::query()->whereNull('ended_at')->orderByDesc('must_know')->orderBy('id')->get() as $audience) {
            foreach ($audience->rule()->holds($notice, $incident->priority, $reports) ? $audience->members() : [] as $person) {
                $whom[$person->id] ??= [$person, $audience];
            }
        }

        return array_values($whom);
    }
}
