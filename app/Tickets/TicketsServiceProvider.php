<?php

declare(strict_types=1);

namespace App\Tickets;

use App\Incidents\Contracts\CountsTargets;
use App\Incidents\Contracts\FollowsReports;
use App\Incidents\Contracts\HasConsequences;
use App\Incidents\Contracts\RoomPanel;
use App\Incidents\Contracts\SaysNext;
use App\Incidents\Contracts\TakesTasks;
use App\Incidents\Contracts\TellsCourse;
use App\Platform\Capability;
use App\Platform\Contracts\ClockPart;
use App\Platform\Contracts\Decisions;
use App\Platform\Contracts\HearsLeaving;
use App\Platform\Contracts\InHand;
use App\Platform\Contracts\Knows;
use App\Platform\Contracts\RunsOut;
use App\Platform\Contracts\TellsEntries;
use App\Platform\Outbox\Messages;
use App\Topology\Contracts\Observes;
use App\Updates\Contracts\FollowedRecords;
use App\Updates\Contracts\GuardsReports;
use App\Updates\Contracts\GuessesServices;
use App\Updates\Contracts\HearsReports;
use App\Updates\Contracts\SpeaksUpdates;
use App\Updates\Contracts\TalksToReporters;

final class TicketsServiceProvider extends Capability
{
    protected function gives(): array
    {
        return [
            Knows::class => [TicketsKnown::class],
            Observes::class => [FaultyItems::class],
            Decisions::class => [SurgesToDecide::class, OffersToDecide::class],
            RunsOut::class => [TicketClocks::class, Steps\TaskClocks::class],
            TakesTasks::class => [Steps\IncidentTasks::class],
            SaysNext::class => [Steps\IncidentTasks::class],
            TellsCourse::class => [Steps\TaskCourse::class],
            ClockPart::class => [LookAtTickets::class, Languages\TranslateUpdates::class, Together\GiveAnswers::class],
            Messages::class => [WaysIn\ChatMessages::class, Languages\TranslationMessages::class],
            RoomPanel::class => [
                Busy\BusyPeriods::class, Steps\IncidentTasks::class, Notes\NotesElsewhere::class,
                Together\TogetherController::class, ProbablyHere::class,
            ],
            CountsTargets::class => [Promises::class],
            SpeaksUpdates::class => [Languages\TranslateUpdates::class],
            TellsEntries::class => [TicketWords::class],
            HasConsequences::class => [Steps\IncidentTasks::class, Together\TogetherController::class],
            HearsLeaving::class => [LeftTickets::class],
            InHand::class => [LeftTickets::class],
            FollowsReports::class => [TicketsOfIncident::class],
            HearsReports::class => [OpenTicket::class],
            GuessesServices::class => [GuessService::class],
            GuardsReports::class => [GuardTickets::class],
            TalksToReporters::class => [HearReporter::class],
            FollowedRecords::class => [FollowedTickets::class],
        ];
    }

    protected function routes(): string
    {
        return 'tickets';
    }
}
