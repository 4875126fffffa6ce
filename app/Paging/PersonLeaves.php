<?php

declare(strict_types=1);

namespace App\Paging;

use App\Platform\Contracts\HearsLeaving;
use App\Platform\Database\Locked;
use App\Platform\Given;
use App\Platform\Journal\Actor;
use App\Platform\Journal\Journal;
use App\Platform\Journal\PlatformEntry;
use App\Platform\Person;
use App\Platform\Refused;
use Skarvo\Paging\Outcome;

/** Somebody leaves, perhaps in the middle of their turn: running calls go on at once without them. Call it inside a transaction. */
final class PersonLeaves
{
    public function __construct(private readonly FollowCall $follow) {}

    /** @throws Refused if it is oneself; once gone, a second time changes nothing */
    public function __invoke(Person $person, Person $by): void
    {
        if ($by->id === $person->id) {
            throw Refused::because('You cannot take yourself out. Another administrator can.');
        }
        if (Locked::again($person)->left_at !== null) {
            return;
        }
        $person->update(['left_at' => now(), 'password' => null, 'remember_token' => null]);
        Journal::write(Actor::person($by), PlatformEntry::PersonLeft, ['person', $person->id], ['person' => $person->id]);
        foreach (Given::all(HearsLeaving::class) as $one) {
            $one->left($person, $by);
        }
        foreach (
            Call::query()->with('occasion')->whereIn('outcome', [Outcome::Waiting, Outcome::Acknowledged])->get() as $call
        ) {
            $isTheirs = $call->held_by === $person->id
                || Page::query()->where('call_id', $call->id)->where('person_id', $person->id)->exists();
            if ($isTheirs) {
                $this->follow->declines($call, $person->id);
            }
        }
    }
}
