<?php

declare(strict_types=1);

namespace App\Signals;

use App\Topology\Contracts\BeginsReach;
use App\Topology\ReachBeginning;

/** The reach of what an alert's group fires on. */
final class GroupsReach implements BeginsReach
{
    public function field(): string
    {
        return 'group';
    }

    public function begin(int $id): ReachBeginning
    {
        $lead = Alert::query()->findOrFail($id);

        return new ReachBeginning(
            Observed::by(Alert::query()->whereNull('closed_at')->where('group_id', $lead->group_id)), $lead->title(),
            "/alerts/$lead->id",
        );
    }
}
