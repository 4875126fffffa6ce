<?php

declare(strict_types=1);

namespace App\Incidents;

use App\Incidents\Contracts\CountsTargets;
use App\Incidents\Contracts\HasConsequences;
use App\Incidents\Contracts\RoomPanel;
use App\Incidents\Contracts\SaysNext;
use App\Incidents\Contracts\SaysSoFar;
use App\Incidents\Contracts\TakesPart;
use App\Incidents\Contracts\TellsCourse;
use App\Incidents\Course\CourseInRoom;
use App\Incidents\Course\IncidentSteps;
use App\Incidents\Course\KeepExtent;
use App\Incidents\Ending\TimesOf;
use App\Incidents\Finding\EstimateClocks;
use App\Incidents\Finding\FindingInRoom;
use App\Incidents\Finding\IncidentsKnown;
use App\Incidents\Major\MajorInRoom;
use App\Incidents\Merging\MergingController;
use App\Incidents\Roles\LeftBehind;
use App\Incidents\Roles\RolesInRoom;
use App\Incidents\Targets\IncidentTargets;
use App\Incidents\Targets\Promised;
use App\Incidents\Under\EndChildren;
use App\Incidents\Under\PutUnderByItself;
use App\Incidents\Under\UnderInRoom;
use App\Platform\Capability;
use App\Platform\Contracts\BandRow;
use App\Platform\Contracts\ClockPart;
use App\Platform\Contracts\Decisions;
use App\Platform\Contracts\Finds;
use App\Platform\Contracts\HasTeams;
use App\Platform\Contracts\HearsLeaving;
use App\Platform\Contracts\HearsRoles;
use App\Platform\Contracts\InHand;
use App\Platform\Contracts\Knows;
use App\Platform\Contracts\RunsOut;
use App\Platform\Contracts\Swept;
use App\Platform\Contracts\TellsEntries;
use App\Rota\Contracts\GoesByHolidays;
use App\Rota\Contracts\HandsOver;
use App\Signals\Contracts\GoesOnFromAlerts;
use App\Signals\Contracts\KnowsIncidents;
use App\Topology\Contracts\BeginsReach;
use App\Topology\Contracts\ItemPanel;
use App\Topology\Contracts\JoinsHistory;
use App\Topology\Contracts\Observes;
use Illuminate\Support\Facades\Route;

final class IncidentsServiceProvider extends Capability
{
    protected function gives(): array
    {
        return [
            Decisions::class => [ToDecide::class, RolesInRoom::class, LeftBehind::class],
            RunsOut::class => [TargetClocks::class, EstimateClocks::class],
            BandRow::class => [IncidentsOnBand::class],
            Finds::class => [FindIncidents::class],
            Knows::class => [IncidentsKnown::class],
            ClockPart::class => [HandleAlerts::class, EndChildren::class, EndReports::class, PutUnderByItself::class, KeepExtent::class],
            Swept::class => [Presence::class],
            TellsEntries::class => [IncidentWords::class],
            Observes::class => [Said::class],
            ItemPanel::class => [IncidentsOfItem::class],
            JoinsHistory::class => [IncidentsOfItem::class],
            BeginsReach::class => [IncidentsReach::class],
            HandsOver::class => [IncidentsOfTeam::class],
            KnowsIncidents::class => [NamesIncidents::class],
            HasConsequences::class => [AlertsAndReports::class, UnderInRoom::class, RolesInRoom::class, TimesOf::class],
            RoomPanel::class => [
                MajorInRoom::class, RolesInRoom::class, FindingInRoom::class, UnderInRoom::class, MergingController::class,
                CourseInRoom::class, TimesOf::class,
            ],
            TellsCourse::class => [IncidentSteps::class],
            SaysNext::class => [FindingInRoom::class, RolesInRoom::class],
            SaysSoFar::class => [FindingInRoom::class],
            TakesPart::class => [RolesInRoom::class],
            HasTeams::class => [IncidentsOfTeams::class],
            HearsLeaving::class => [LeftBehind::class],
            HearsRoles::class => [LeftBehind::class],
            InHand::class => [LeftBehind::class],
            GoesByHolidays::class => [Promised::class],
            CountsTargets::class => [IncidentTargets::class],
            GoesOnFromAlerts::class => [IncidentsOfFunnel::class],
        ];
    }

    public function boot(): void
    {
        parent::boot();
        // A screen reads all that are open anyway.
        Route::bind('incident', static fn(string $id): Incident => (
            request()->isMethodSafe() ? Incident::open((int) $id) : null
        ) ?? Incident::query()->findOrFail((int) $id));
    }

    protected function routes(): string
    {
        return 'incidents';
    }
}
