<?php

declare(strict_types=1);

namespace App\Changes;

use App\Platform\Journal\Entry;
use App\Topology\Contracts\ItemPanel;
use App\Topology\Contracts\JoinsHistory;
use App\Topology\Item;
use App\Topology\Standing;
use Illuminate\Database\Eloquent\Builder;
use Illuminate\Support\Facades\DB;

/** What is and was changed on an item: on its page, and in its history. */
final class ItemChanges implements ItemPanel, JoinsHistory
{
    private const SHOWN = 10;

    /** What became of it: not how it was planned. */
    private const KINDS = [ChangeEntry::Begun, ChangeEntry::Ended, ChangeEntry::Recorded, ChangeEntry::Confirmed];

    public function page(Item $item, Standing $standing): array
    {
        return ['changes' => static fn(): array => ChangesController::lines(array_values(Change::query()->with(['implementer', 'author', 'team'])
            ->whereIn('id', DB::table('change_items')->where('item', $item->id)->select('change_id'))->orderByDesc('from_at')->limit(self::SHOWN)->get()->all()))];
    }

    public function card(Item $item): array
    {
        return [];
    }

    public function join(Builder $entries, string $item): void
    {
        $changes = Change::query()->whereIn('id', DB::table('change_items')->where('item', $item)->select('change_id'));
        $entries->orWhereIn('seq', Entry::query()->about('change', $changes)->whereIn('kind', self::KINDS)->select('seq'));
    }
}
