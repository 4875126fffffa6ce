<?php

declare(strict_types=1);

namespace App\Updates\Following;

use App\Incidents\Incident;
use App\Topology\Item;
use App\Updates\NextUpdate;
use App\Updates\Planned\PlannedWork;
use App\Updates\Update;
use Illuminate\Support\Facades\DB;
use Skarvo\Incidents\Stage;
use Skarvo\Updates\Following\About;
use Skarvo\Updates\Following\Notice;
use Skarvo\Updates\Place;

/** What of an update decides who hears of it. */
final class Noticed
{
    /** Up to this priority it is urgent, as long as it is not over. */
    private const URGENT = 2;

    /** @return list<string> the places that a text names */
    public static function places(string $text, ?string $meanwhile): array
    {
        $sites = Item::query()->whereNotNull('site')->distinct()->orderBy('site')->pluck('site')->map(strval(...))->all();

        return Place::namedIn("$text $meanwhile", array_values($sites));
    }

    /** An update is about what those before it were about, too: who heard of a service hears that it works again. */
    public static function by(Update $update): Notice
    {
        $all = Update::query()->whereIn('incident_id', Incident::mergedInto($update->incident_id))
            ->where('published_at', '<=', $update->published_at)->get();
        $incident = Incident::query()->findOrFail($update->incident_id);

        return self::of($incident, array_values($all->all()), [], $update->stage);
    }

    /**
     * As the next update of an incident will be.
     *
     * @param  list<string>  $services  that it names
     */
    public static function next(Incident $incident, array $services): Notice
    {
        return self::of($incident, array_values(Update::ofIncident($incident->id)->all()), $services, $incident->stage);
    }

    /** As the last update of an incident will be. */
    public static function atTheEndOf(Incident $incident): Notice
    {
        return self::of(
            $incident, array_values(Update::ofIncident($incident->id)->all()), NextUpdate::publicNames($incident), Stage::Restored
        );
    }

    /**
     * @param  list<Update>  $updates
     * @param  list<string>  $also  services that the next one would name
     */
    public static function of(Incident $incident, array $updates, array $also, Stage $stage): Notice
    {
        $names = array_values(array_unique([
            ...$also, ...array_merge([], ...array_map(static fn(Update $one): array => array_column($one->services, 'name'), $updates)),
        ]));
        $tiers = array_fill_keys($names, Item::LOWEST_TIER);
        $rows = DB::table('items')->where('kind', Item::SERVICE)->whereIn('public_name', $names)->whereNotNull('tier')
            ->get(['public_name', 'tier']);
        foreach ($rows as $row) {
            $tiers[(string) $row->public_name] = min($tiers[(string) $row->public_name], (int) $row->tier);
        }

        $incidents = Incident::mergedInto($incident->id);
        // Planned work that takes longer: who hears of planned work alone was told when it would be over.
        $isPlanned = PlannedWork::query()->whereIn('incident_id', $incidents)->exists();

        return new Notice(
            $tiers, array_values(array_unique(array_merge([], ...array_map(static fn(Update $one): array => $one->places, $updates)))),
            $stage !== Stage::Restored && $incident->priority <= self::URGENT, $stage === Stage::Restored, $incidents,
            $isPlanned ? About::All : About::Incidents,
        );
    }
}
