<?php

declare(strict_types=1);

namespace App\Updates\Following;

use App\Platform\Contracts\HearsAddresses;
use App\Platform\Contracts\HearsLeaving;
use App\Platform\Journal\Actor;
use App\Platform\Person;
use Illuminate\Support\Facades\DB;
use Skarvo\Updates\Following\Channel;

/**
 * What somebody follows by their account goes where the account goes: at an address that is not theirs any more nobody reads what is
 * known inside.
 */
final class OwnFollowing implements HearsAddresses, HearsLeaving
{
    public function moved(Person $person, string $before, Person $by): void
    {
        $own = $this->own($person);
        if ($own === null) {
            return;
        }
        $reach = Subscription::reachOf(Channel::Mail, (string) $person->email);
        if ($own->reach === $reach) {
            return;
        }
        $there = Subscription::query()->where('reach', $reach)->lockForUpdate()->first();
        if ($there !== null) {
            // Who is told of what by hand, at both; the rest they asked for at the new one.
            foreach (DB::table('audience_changes')->where('subscription_id', $own->id)->get() as $said) {
                DB::table('audience_changes')->insertOrIgnore(['subscription_id' => $there->id] + (array) $said);
            }
            $there->update([
                'person_id' => $person->id, 'reads' => $own->reads, 'confirmed_at' => $there->confirmed_at ?? now(),
                'version' => $there->version + 1,
            ]);
            $this->end($own);

            return;
        }
        $own->update([
            'address' => (string) $person->email, 'reach' => $reach, 'failures' => 0, 'paused_at' => null, 'paused_why' => null,
            'version' => $own->version + 1,
        ]);
    }

    public function left(Person $person, Person $by): void
    {
        $own = $this->own($person);
        if ($own !== null) {
            $this->end($own);
        }
    }

    private function end(Subscription $own): void
    {
        // They did not say that they want none of it.
        $own->update(['person_id' => null]);
        Follow::leave($own, Actor::system());
    }

    private function own(Person $person): ?Subscription
    {
        return Subscription::query()->where('person_id', $person->id)->whereNull('ended_at')->lockForUpdate()->first();
    }
}
