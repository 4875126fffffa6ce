<?php

declare(strict_types=1);

namespace App\Paging;

use App\Platform\Capability;
use App\Platform\Contracts\ClockPart;
use App\Platform\Contracts\KeepsElapsedTime;
use App\Platform\Contracts\RunsOut;
use App\Platform\Contracts\SendsBeside;
use App\Platform\Contracts\TellsEntries;
use App\Platform\Contracts\Troubles;
use App\Platform\Outbox\Messages;

final class PagingServiceProvider extends Capability
{
    protected function gives(): array
    {
        return [
            RunsOut::class => [CallClocks::class],
            ClockPart::class => [FollowDueCalls::class, HoldCalls::class, Delivery\NoteUnconfirmed::class],
            KeepsElapsedTime::class => [ShiftCalls::class],
            Messages::class => [PageMessages::class],
            SendsBeside::class => [Delivery\ProbePaths::class],
            Troubles::class => [Delivery\PagingTroubles::class],
            TellsEntries::class => [PagingWords::class],
        ];
    }

    protected function routes(): string
    {
        return 'paging';
    }
}
