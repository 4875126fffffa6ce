<?php

declare(strict_types=1);

namespace App\Updates\Following;

use App\Incidents\Incident;
use App\Platform\Journal\Actor;
use App\Platform\Journal\Journal;
use App\Platform\Person;
use App\Platform\Refused;
use App\Updates\UpdateEntry;
use Illuminate\Support\Facades\DB;

/** Lets a follower be told of an incident, or not, whatever they follow: from its next update on. */
final readonly class ChangeAudience
{
    public function __construct(private Person $by) {}

    /** @throws Refused */
    public function __invoke(Incident $incident, int $follower, bool $isTold): void
    {
        DB::transaction(function () use ($incident, $follower, $isTold): void {
            $one = Subscription::query()->whereNull('ended_at')->whereNotNull('confirmed_at')->find($follower)
                ?? throw Refused::because('They follow nothing any more.', 'follower');
            $key = ['incident_id' => $incident->id, 'subscription_id' => $one->id];
            if ((bool) (DB::table('audience_changes')->where($key)->value('is_added') ?? ! $isTold) === $isTold) {
                return;
            }
            DB::table('audience_changes')->upsert(
                [[...$key, 'is_added' => $isTold, 'by_id' => $this->by->id, 'at' => now()]], ['incident_id', 'subscription_id'],
                ['is_added', 'by_id', 'at'],
            );
            Journal::write(
                Actor::person($this->by), UpdateEntry::AudienceChanged, ['incident', $incident->id],
                ['channel' => $one->channel->value, 'added' => $isTold ? 'yes' : 'no'], ['subscription' => $one->id],
            );
        });
    }
}
