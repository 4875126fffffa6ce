<?php

declare(strict_types=1);

namespace App\Signals;

use App\Platform\Journal\Actor;
use App\Platform\Journal\Journal;
use App\Platform\Moment;
use App\Platform\Person;
use App\Platform\Refused;
use App\Platform\Staff\Names;
use App\Topology\Item;
use Illuminate\Support\Facades\DB;

/**
 * Says once for all which item of the estate monitors mean by a name that it does not know, or corrects that. Call it inside a
 * transaction.
 */
final class MatchItem
{
    /**
     * @param  string|null  $was  id of the item that was said before, as whoever says it now saw; null: none
     *
     * @throws Refused if the estate knows an item of that name itself, or somebody said another meanwhile
     */
    public function __invoke(string $named, Item $item, ?string $was, Person $by): void
    {
        if (Item::query()->whereKey($named)->exists()) {
            throw Refused::because("\"$named\" is an item of the estate itself by now. Nothing was changed.", 'item');
        }
        $before = DB::table('item_aliases')->where('named', $named)->lockForUpdate()->first(['item_id', 'person_id']);
        if ($before !== null && (string) $before->item_id === $item->id) {
            return;
        }
        if ($before !== null && $before->item_id !== $was) {
            throw Refused::because(
                Names::person((string) $before->person_id)." said meanwhile that \"$named\" is "
                    .(Item::query()->find($before->item_id)->name ?? $before->item_id)
                    .'. Look again, then correct it if that is wrong.', 'item',
            );
        }
        DB::table('item_aliases')->upsert(
            [['named' => $named, 'item_id' => $item->id, 'person_id' => $by->id, 'at' => Moment::precise(now())]], ['named'],
        );
        // What is open is about that item from now on, and its team's.
        $open = Alert::query()->where('item_named', $named)->whereNull('closed_at')->pluck('id');
        Alert::query()->whereKey($open)->update(['item_id' => $item->id]);
        $wrong = $before === null ? null : Item::query()->find($before->item_id)?->team_id;
        Alert::query()->whereKey($open)->where(
            static fn($any) => $any->whereNull('team_id')->when($wrong !== null, static fn($or) => $or->orWhere('team_id', $wrong)),
        )->update(['team_id' => $item->team_id]);
        $called = [$named, ...($before === null ? [] : [(string) $before->item_id])];
        foreach (DB::table('alert_items')->whereIn('alert_id', $open)->whereIn('item', $called)->get() as $row) {
            $its = static fn(string $of) => DB::table('alert_items')->where('alert_id', $row->alert_id)->where('item', $of);
            // An alert may be on both: then on the item since the earlier of the two, and as long as either fires.
            $own = $its($item->id)->first();
            $its($item->id)->delete();
            $its((string) $row->item)->update([
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
