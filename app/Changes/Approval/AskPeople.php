<?php

declare(strict_types=1);

namespace App\Changes\Approval;

use App\Changes\Change;
use App\Changes\ChangeEntry;
use App\Paging\Delivery\DeliveryPaths;
use App\Paging\ReachPeople;
use App\Platform\Journal\Actor;
use App\Platform\Journal\Journal;
use App\Platform\Moment;
use App\Platform\Outbox\Outbox;
use App\Platform\Person;
use Skarvo\Changes\Approvals\StageStanding;
use Skarvo\Changes\ChangeKind;
use Skarvo\Incidents\Urgency;
use Skarvo\Paging\Ways;

/**
 * Asks those whose answer a change waits for: when their stage opens, when they begin to speak for somebody, and again
 * when nothing comes of it. Call it inside a transaction.
 */
final class AskPeople
{
    private const RANK = 3;

    private const AGAIN_SECONDS = 24 * 3600;

    private const AGAIN_EMERGENCY_SECONDS = 15 * 60;

    /** @return int when somebody is to be asked again, in seconds since the epoch */
    public static function of(Change $change, ChangeApproval $approval, ?StageStanding $open): int
    {
        $now = Moment::now();
        $every = $change->kind === ChangeKind::Emergency ? self::AGAIN_EMERGENCY_SECONDS : self::AGAIN_SECONDS;
        $next = $now + $every;
        $isReminded = false;
        $asked = $approval->asks()->get()->keyBy('person_id');
        foreach ($open->waitsFor ?? [] as $person) {
            $ask = $asked->get($person);
            // Somebody who sat in an earlier stage as well is asked anew.
            $isNew = $ask === null || $ask->asked_at->getTimestamp() < $open?->openedAt;
            if (! $isNew && $ask->asked_at->getTimestamp() + $every > $now) {
                $next = min($next, $ask->asked_at->getTimestamp() + $every);

                continue;
            }
            $ask ??= new ChangeAsk(['approval_id' => $approval->id, 'person_id' => $person, 'token' => ChangeAsk::newToken()]);
            $ask->fill(['asked_at' => now()])->save();
            foreach (self::ways($change, $person) as $channel => $address) {
                Outbox::put('approval', "approval-$ask->id-$channel-$now", [
                    'ask' => $ask->id, 'again' => ! $isNew, 'channel' => $channel, 'address' => $address,
                ], now(), self::RANK);
            }
            $isReminded = $isReminded || ! $isNew;
        }
        if ($isReminded) {
            Journal::write(
                Actor::system(), ChangeEntry::Reminded, ['change', $change->id], ['ref' => $change->ref(), 'title' => $change->title]
            );
        }

        return $next;
    }

    /** @return array<string, string> addresses by channel: mail, and what wakes them if it cannot wait or they have none */
    private static function ways(Change $change, string $id): array
    {
        $person = Person::query()->with('contacts')->findOrFail($id);
        $canWait = $change->kind !== ChangeKind::Emergency;
        $contacts = [];
        foreach (ReachPeople::of($person, ($canWait ? Urgency::Later : Urgency::Now)->value, Moment::now()) as ['channel' => $channel]) {
            $address = $person->contacts->firstWhere('channel', $channel)?->address;
            if (is_string($address)) {
                $contacts[] = [$channel, $address];
            }
        }

        return Ways::toConsent((string) $person->email, $canWait, $contacts, DeliveryPaths::broken());
    }
}
