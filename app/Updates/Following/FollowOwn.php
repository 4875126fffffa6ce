<?php

declare(strict_types=1);

namespace App\Updates\Following;

use App\Incidents\Incident;
use App\Platform\Journal\Actor;
use App\Platform\Person;
use App\Platform\WallClock;
use Illuminate\Support\Facades\DB;
use Skarvo\Updates\Following\Channel;
use Skarvo\Updates\Versions\Version;

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
        $said = DB::table('audience_changes')->whereIn('incident_id', $all)->where('subscription_id', $own->id)->latest('at')
            ->value('is_added');

        return $said === null ? in_array($own->incident_id, $all, true) && ! $own->only_end : (bool) $said;
    }

    /** Whether they are told of anything at that address. */
    public function isThere(): bool
    {
        return $this->own()?->isActive() === true;
    }

    public function reads(): Version
    {
        return $this->own()->reads ?? Version::Staff;
    }

    /**
     * Twice changes nothing.
     *
     * @param  string|null  $why  they are told without having asked; null: they asked
     * @param  Version|null  $reads  in whose words; null: as before
     */
    public function begin(Incident $incident, ?string $why = null, ?Version $reads = null): void
    {
        DB::transaction(function () use ($incident, $why, $reads): void {
            // Whoever asks again wants to hear again.
            Subscription::query()->where('person_id', $this->by->id)->whereNotNull('ended_at')->update(['person_id' => null]);
            $own = $this->own();
            if ($own === null || $own->confirmed_at === null) {
                $own = $this->make($own, $incident, $reads ?? Version::Staff);
            } elseif ($reads !== null) {
                $own->update(['reads' => $reads, 'version' => $own->version + 1]);
            }
            if ($why === null && ! $own->isActive()) {
                // Nothing arrived there for a while: who asks again wants it tried again.
                Follow::confirm($own, Actor::person($this->by));
            }
            $this->say($incident, $own, true, $why);
        });
    }

    /** Whether they said that they want to hear of it, or of nothing; or hear of it for another reason. */
    public function hasSaid(Incident $incident): bool
    {
        $own = $this->own();

        return Subscription::query()->where('person_id', $this->by->id)->whereNotNull('ended_at')->exists()
            || ($own !== null && DB::table('audience_changes')->whereIn('incident_id', Incident::mergedInto($incident->id))
                ->where('subscription_id', $own->id)->exists());
    }

    private function make(?Subscription $own, Incident $incident, Version $reads): Subscription
    {
        // What somebody else asked for in their name is theirs to drop.
        return Subscription::query()->updateOrCreate(['reach' => $this->reach()], [
            'channel' => Channel::Mail, 'address' => (string) $this->by->email, 'token' => $own->token ?? Subscription::newToken(),
            'person_id' => $this->by->id, 'reads' => $reads, 'language' => 'en', 'services' => [], 'places' => [], 'tier' => null,
            'incident_id' => $incident->id,
            'only_end' => false, 'zone' => (string) $this->by->time_zone === '' ? WallClock::organisation() : $this->by->time_zone,
            'quiet_from' => null, 'quiet_until' => null, 'digest_at' => null, 'asked_at' => now(), 'confirmed_at' => now(),
            'version' => ($own->version ?? 0) + 1,
        ]);
    }

    /** They hear nothing more of it, whatever else they follow. */
    public function end(Incident $incident): void
    {
        DB::transaction(function () use ($incident): void {
            $own = $this->own();
            if ($own !== null && $own->confirmed_at !== null) {
                $this->say($incident, $own, false, null);
            }
        });
    }

    private function say(Incident $incident, Subscription $own, bool $isAdded, ?string $why): void
    {
        DB::table('audience_changes')->upsert(
            [
                [
                    'incident_id' => $incident->id, 'subscription_id' => $own->id, 'is_added' => $isAdded, 'why' => $why,
                    'by_id' => $this->by->id, 'at' => now(),
                ],
            ],
            ['incident_id', 'subscription_id'], ['is_added', 'why', 'by_id', 'at'],
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
