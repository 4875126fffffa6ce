<?php

declare(strict_types=1);

namespace App\Signals;

use App\Platform\Journal\Actor;
use App\Platform\Journal\Journal;
use App\Platform\Moment;
use App\Platform\Person;
use App\Platform\Refused;
use App\Topology\Item;
use Illuminate\Support\Facades\DB;

/** Says once for all which item of the estate monitors mean by a name that it does not know. Call it inside a transaction. */
final class MatchItem
{
    /** @throws Refused if the estate knows an item of that name itself */
    public function __invoke(string $named, Item $item, Person $by): void
    {
        if (Item::query()->whereKey($named)->exists()) {
            throw Refused::because("\"$named\" is an item of the estate itself by now. Nothing was changed.", 'item');
        }
        DB::table('item_aliases')->upsert(
            [['named' => $named, 'item_id' => $item->id, 'person_id' => $by->id, 'at' => Moment::precise(now())]], ['named'],
        );
        // What is open is about that item from now on, and its team's.
        $open = Alert::query()->where('item_named', $named)->whereNull('closed_at')->pluck('id');
        Alert::query()->whereKey($open)->update(['item_id' => $item->id]);
        Alert::query()->whereKey($open)->whereNull('team_id')->update(['team_id' => $item->team_id]);
        foreach (DB::table('alert_items')->whereIn('alert_id', $open)->where('item', $named)->get() as $row) {
            $its = static fn(string $of) => DB::table('alert_items')->where('alert_id', $row->alert_id)->where('item', $of);
            // An alert may be on both: then on the item since the earlier of the two, and as long as either fires.
            $own = $its($item->id)->first();
            $its($item->id)->delete();
            $its($named)->update([
                'item' => $item->id, 'fires' => (bool) $row->fires || (bool) ($own->fires ?? false),
                'stamp' => min((string) $row->stamp, (string) ($own->stamp ?? $row->stamp)),
                'opened_at' => min((string) $row->opened_at, (string) ($own->opened_at ?? $row->opened_at)),
            ]);
        }
        Journal::write(
            Actor::person($by), SignalEntry::AlertMatched, ['item', $item->id],
            ['named' => $named, 'name' => $item->name, 'alerts' => count($open)],
        );
    }
}
