<?php

declare(strict_types=1);

namespace App\Paging;

use App\Incidents\Contracts\HasConsequences;
use App\Incidents\Contracts\RoomPanel;
use App\Incidents\Contracts\SaysSoFar;
use App\Incidents\Contracts\TakesPart;
use App\Paging\Contracts\OnThePage;
use App\Platform\Capability;
use App\Platform\Contracts\ClockPart;
use App\Platform\Contracts\Decisions;
use App\Platform\Contracts\HasTeams;
use App\Platform\Contracts\HearsAddresses;
use App\Platform\Contracts\InHand;
use App\Platform\Contracts\KeepsElapsedTime;
use App\Platform\Contracts\RunsOut;
use App\Platform\Contracts\SendsBeside;
use App\Platform\Contracts\TellsEntries;
use App\Platform\Contracts\Troubles;
use App\Platform\Outbox\Messages;
use App\Rota\Contracts\CountsPages;
use App\Rota\Contracts\HandsOver;
use App\Rota\Contracts\RotaPanel;
use App\Rota\Rota;
use App\Signals\Contracts\GoesOnFromAlerts;
use Illuminate\Support\Facades\Gate;

final class PagingServiceProvider extends Capability
{
    protected function gives(): array
    {
        return [
            Decisions::class => [CallsToDecide::class],
            RunsOut::class => [CallClocks::class],
            ClockPart::class => [FollowDueCalls::class, HoldCalls::class, Delivery\NoteUnconfirmed::class],
            KeepsElapsedTime::class => [ShiftCalls::class],
            Messages::class => [PageMessages::class, Talk\TalkMessages::class, Talk\BridgeMessages::class],
            SendsBeside::class => [Delivery\ProbePaths::class],
            Troubles::class => [Delivery\PagingTroubles::class],
            TellsEntries::class => [PagingWords::class, Talk\TalkWords::class],
            HandsOver::class => [PagesOfRotas::class],
            CountsPages::class => [PagesOfRotas::class],
            RotaPanel::class => [SingleHanded::class],
            TakesPart::class => [CalledIn::class],
            HasConsequences::class => [CallsOfIncident::class, Talk\TalkOfIncident::class],
            RoomPanel::class => [CallsInRoom::class, Talk\TalkOfIncident::class],
            SaysSoFar::class => [CallsInRoom::class],
            HearsAddresses::class => [ReachMoves::class],
            InHand::class => [PoliciesInHand::class],
            HasTeams::class => [CallsOfTeams::class],
            OnThePage::class => [IncidentOnPage::class, Talk\BridgeOnPage::class],
            GoesOnFromAlerts::class => [PagesOfFunnel::class],
        ];
    }

    protected function routes(): string
    {
        return 'paging';
    }

    public function boot(): void
    {
        parent::boot();
        Gate::policy(Page::class, PagePolicy::class);
        // Whoever is on call now may be another, or at last somebody: calls that name it look at once.
        Rota::updated(static fn(Rota $rota) => Call::lookAgain("rota:$rota->id"));
    }
}
