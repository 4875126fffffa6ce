<?php

declare(strict_types=1);

namespace App\Updates\Following;

use App\Incidents\Incident;
use App\Platform\Person;
use App\Platform\WallClock;
use Illuminate\Support\Facades\DB;
use Skarvo\Updates\Following\Channel;

/** Somebody who signs in follows one incident at the address of their account: nobody has to confirm that it is theirs. */
final readonly class FollowOwn
{
    public function __construct(private Person $by) {}

    public function follows(Incident $incident): bool
    {
        $own = $this->own();
        if ($own === null || ! $own->isActive()) {
            return false;
        }
        $all = Incident::mergedInto($incident->id);
        $said = DB::table('audience_changes')->whereIn('incident_id', $all)->where('subscription_id', $own->id)->latest('at')->value('is_added');

        return $said === null ? in_array($own->incident_id, $all, true) && ! $own->only_end : (bool) $said;
    }

    /** Twice changes nothing. */
    public function begin(Incident $incident): void
    {
        DB::transaction(function () use ($incident): void {
            $own = $this->own();
            if ($own !== null && $own->confirmed_at !== null) {
                $this->say($incident, $own, true);

                return;
            }
            // What somebody else asked for in their name is theirs to drop.
            Subscription::query()->updateOrCreate(['reach' => $this->reach()], [
                'channel' => Channel::Mail, 'address' => (string) $this->by->email, 'token' => $own->token ?? Subscription::newToken(),
                'language' => 'en', 'services' => [], 'places' => [], 'tier' => null, 'incident_id' => $incident->id, 'only_end' => false,
                'zone' => (string) $this->by->time_zone === '' ? WallClock::organisation() : $this->by->time_zone, 'quiet_from' => null,
                'quiet_until' => null, 'digest_at' => null, 'asked_at' => now(), 'confirmed_at' => now(), 'version' => ($own->version ?? 0) + 1,
            ]);
        });
    }

    /** They hear nothing more of it, whatever else they follow. */
    public function end(Incident $incident): void
    {
        DB::transaction(function () use ($incident): void {
            $own = $this->own();
            if ($own !== null && $own->confirmed_at !== null) {
                $this->say($incident, $own, false);
            }
        });
    }

    private function say(Incident $incident, Subscription $own, bool $isAdded): void
    {
        DB::table('audience_changes')->upsert(
            [['incident_id' => $incident->id, 'subscription_id' => $own->id, 'is_added' => $isAdded, 'by_id' => $this->by->id, 'at' => now()]],
            ['incident_id', 'subscription_id'], ['is_added', 'by_id', 'at'],
        );
    }

    private function own(): ?Subscription
    {
        return Subscription::query()->where('reach', $this->reach())->first();
    }

    private function reach(): string
    {
        return Subscription::reachOf(Channel::Mail, (string) $this->by->email);
    }
}
