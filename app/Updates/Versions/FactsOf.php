<?php

declare(strict_types=1);

namespace App\Updates\Versions;

use App\Incidents\Finding\Hypothesis;
use App\Incidents\Incident;
use App\Incidents\Report;
use App\Incidents\Situation;
use App\Platform\Moment;
use App\Platform\Staff\Names;
use App\Platform\WallClock;
use App\Signals\Alert;
use App\Signals\LikelyCause;
use App\Updates\NextUpdate;
use App\Updates\Update;
use Skarvo\Incidents\Finding\HypothesisState;
use Skarvo\Topology\State;
use Skarvo\Updates\Versions\KnownInside;
use Skarvo\Updates\Versions\UpdateFacts;

/**
 * The facts of an update: as the record has them, as far as nobody says otherwise.
 */
final class FactsOf
{
    /**
     * @param  bool|null  $isDeep  whether to look for what may be behind it, too: that takes a while; null: only what outsiders are told
     */
    public static function next(Incident $incident, Situation $situation, WrittenUpdate $said, ?bool $isDeep): UpdateFacts
    {
        $last = Update::ofIncident($incident->id)->first();

        return new UpdateFacts(
            $said->stage, $said->services ?? NextUpdate::services($incident, $situation), $said->places ?? $situation->sites($incident->id),
            Moment::now(), $incident->started_at->getTimestamp(), self::zone(), self::orNull($said->cause), self::orNull($said->meanwhile),
            self::orNull($said->counter), $incident->estimate_at?->getTimestamp(), $said->next, $last?->published_at->getTimestamp(),
            $isDeep === null
                ? new KnownInside(isWorkedOn: $incident->occasion->answered_at !== null)
                : self::known($incident, $situation, $isDeep),
        );
    }

    /** Those of one that was published. */
    public static function published(Incident $incident, Update $update): UpdateFacts
    {
        return new UpdateFacts(
            $update->stage,
            array_map(static fn(array $one): array => ['name' => $one['name'], 'state' => State::from($one['state'])], $update->services),
            $update->places, $update->published_at->getTimestamp(), $incident->started_at->getTimestamp(), self::zone(),
            self::orNull($update->cause),
            self::orNull($update->meanwhile), self::orNull($update->counter), $update->estimate_at?->getTimestamp(),
            $update->next_at?->getTimestamp(),
        );
    }

    private static function known(Incident $incident, Situation $situation, bool $isDeep): KnownInside
    {
        $by = Hypothesis::query()->where('incident_id', $incident->id)
            ->whereIn('state', [HypothesisState::Confirmed, HypothesisState::RuledOut])
            ->orderBy('id')->get();
        $texts = static fn(HypothesisState $state): array => array_values(
            $by->where('state', $state)->map(static fn(Hypothesis $one): string => $one->text)->all(),
        );
        $suspects = $isDeep && $incident->isOpen() && $by->where('state', HypothesisState::Confirmed)->isEmpty()
            ? array_column(LikelyCause::of(
                Alert::query()->whereNull('closed_at')->where('incident_id', $incident->id), $situation->standing->observed(),
                $situation->estate,
            ), 'name')
            : [];

        return new KnownInside(
            $incident->ref(), $incident->title, $incident->priority,
            $incident->coordinator_id === null ? null : Names::person($incident->coordinator_id),
            $texts(HypothesisState::Confirmed), $texts(HypothesisState::RuledOut), $suspects,
            count($situation->of($incident->id)->affected),
            Report::query()->about($incident->id)->count(), $incident->occasion->answered_at !== null,
        );
    }

    private static function zone(): \DateTimeZone
    {
        return new \DateTimeZone(WallClock::organisation());
    }

    private static function orNull(?string $text): ?string
    {
        $text = trim((string) $text);

        return $text === '' ? null : $text;
    }
}
