<?php

declare(strict_types=1);

namespace App\Updates;

use App\Incidents\Contracts\HasConsequences;
use App\Incidents\Contracts\OwesUpdates;
use App\Incidents\Contracts\RoomPanel;
use App\Incidents\Contracts\SaysSoFar;
use App\Paging\Contracts\HearsDeliveries;
use App\Paging\Contracts\OnThePage;
use App\Platform\Capability;
use App\Platform\Contracts\BandRow;
use App\Platform\Contracts\ClockPart;
use App\Platform\Contracts\Decisions;
use App\Platform\Contracts\Finds;
use App\Platform\Contracts\HearsAddresses;
use App\Platform\Contracts\HearsLeaving;
use App\Platform\Contracts\Knows;
use App\Platform\Contracts\RunsOut;
use App\Platform\Contracts\TellsEntries;
use App\Platform\Outbox\Messages;

final class UpdatesServiceProvider extends Capability
{
    protected function gives(): array
    {
        return [
            Decisions::class => [DoubtsToDecide::class],
            RunsOut::class => [OwedUpdates::class],
            BandRow::class => [OwedUpdates::class],
            Finds::class => [FindUpdates::class],
            Knows::class => [UpdatesKnown::class],
            ClockPart::class => [
                NoteOverdueUpdates::class, Outside\KeepPublicFolder::class, Following\TellFollowers::class, Following\KeepFollowers::class,
                Following\TellRecordFollowers::class, Planned\TellPlanned::class, Files\ReadPictures::class,
            ],
            TellsEntries::class => [UpdateWords::class],
            HasConsequences::class => [UpdatesOfIncident::class, Following\FollowersHear::class],
            Messages::class => [
                Following\AskMessages::class, Following\MailNotices::class, Following\TextNotices::class, Following\ChatNotices::class,
                Following\WebhookNotices::class, Reading\ReminderMessages::class, Planned\PlannedMessages::class,
            ],
            HearsDeliveries::class => [Following\HearDeliveries::class],
            HearsAddresses::class => [Following\OwnFollowing::class],
            HearsLeaving::class => [Following\OwnFollowing::class],
            OwesUpdates::class => [Following\AudiencesAskOften::class],
            RoomPanel::class => [UpdatesOfIncident::class],
            SaysSoFar::class => [UpdatesOfIncident::class],
            OnThePage::class => [UpdatesOfIncident::class],
        ];
    }

    protected function routes(): string
    {
        return 'updates';
    }
}
