<?php

declare(strict_types=1);

namespace App\Updates\Following;

use App\Platform\Journal\Actor;
use App\Platform\Journal\Journal;
use App\Platform\Person;
use App\Platform\Refused;
use App\Updates\UpdateEntry;
use Illuminate\Support\Facades\DB;
use Skarvo\Updates\Following\Channel;
use Skarvo\Updates\Versions\Version;

/** Has a chat of ours or the system of a partner told of updates. */
final readonly class GiveFollower
{
    public function __construct(private Person $by) {}

    /** @throws Refused if it is told already, or may not be */
    public function __invoke(Wishes $wishes, Version $reads): void
    {
        if ($wishes->channel === Channel::Webhook) {
            WebhookAddress::check($wishes->address);
        }

        DB::transaction(function () use ($wishes, $reads): void {
            $reach = Subscription::reachOf($wishes->channel, $wishes->address);
            if (Subscription::query()->where('reach', $reach)->exists()) {
                throw Refused::because('Updates go there already. Change that one, or take it away first.', 'address');
            }
            $one = Subscription::query()->create([
                ...$wishes->columns(), 'reads' => $reads, 'channel' => $wishes->channel, 'address' => $wishes->address, 'reach' => $reach,
                'token' => Subscription::newToken(), 'secret' => $wishes->channel === Channel::Webhook ? WebhookNotices::newSecret() : null,
                'added_by_id' => $this->by->id, 'asked_at' => now(), 'confirmed_at' => now(),
            ]);
            Journal::write(
                Actor::person($this->by), UpdateEntry::FollowerAdded, ['subscription', $one->id], ['channel' => $one->channel->value],
            );
        });
    }
}
