<?php

declare(strict_types=1);

namespace App\Changes;

use App\Incidents\Contracts\HasConsequences;
use App\Incidents\Contracts\RoomPanel;
use App\Paging\Contracts\HearsDeliveries;
use App\Platform\Capability;
use App\Platform\Contracts\BandRow;
use App\Platform\Contracts\ClockPart;
use App\Platform\Contracts\Decisions;
use App\Platform\Contracts\Finds;
use App\Platform\Contracts\InHand;
use App\Platform\Contracts\RunsOut;
use App\Platform\Contracts\TellsEntries;
use App\Platform\Outbox\Messages;
use App\Rota\Contracts\FillsCalendar;
use App\Topology\Contracts\ItemPanel;
use App\Topology\Contracts\JoinsHistory;
use App\Updates\Contracts\FollowedRecords;

final class ChangesServiceProvider extends Capability
{
    protected function gives(): array
    {
        return [
            Decisions::class => [ChangesToDecide::class],
            RunsOut::class => [Course\ChangeClocks::class],
            BandRow::class => [ChangesOnBand::class],
            Finds::class => [FindChanges::class],
            ClockPart::class => [Approval\FollowApprovals::class],
            FollowedRecords::class => [FollowedChanges::class],
            Messages::class => [Approval\ApprovalMessages::class],
            HearsDeliveries::class => [Approval\ApprovalMessages::class],
            TellsEntries::class => [ChangeWords::class],
            RoomPanel::class => [InRoom\WhatChanged::class],
            HasConsequences::class => [InRoom\ChangesMerged::class],
            InHand::class => [ChangesInHand::class],
            ItemPanel::class => [ItemChanges::class],
            JoinsHistory::class => [ItemChanges::class],
            FillsCalendar::class => [ChangesInCalendars::class],
        ];
    }

    protected function routes(): string
    {
        return 'changes';
    }
}
