<?php

declare(strict_types=1);

namespace App\Signals;

use App\Platform\Moment;
use App\Topology\Contracts\HoldsItems;
use App\Topology\Contracts\ItemPanel;
use App\Topology\Contracts\MarksItems;
use App\Topology\Item;
use App\Topology\Standing;
use Illuminate\Support\Facades\DB;

/** What signals have to say of an item: its alerts, and when it was worked on. */
final class AlertsOfItem implements HoldsItems, ItemPanel, MarksItems
{
    private const ON_THE_PAGE = 20;

    private const ON_THE_CARD = 12;

    private const WORK = 10;

    public function page(Item $item, Standing $standing): array
    {
        return [
            'quiet' => isset(QuietFaults::items()[$item->id]),
            'alerts' => Alert::query()->where('item_id', $item->id)
                ->latest('opened_at')->limit(self::ON_THE_PAGE)->get()
                ->map(fn(Alert $alert): array => $alert->toLine()),
            'work' => TimesOfWork::on($item->id)->orderByDesc('from_at')->limit(self::WORK)->get(['reason', 'from_at', 'to_at'])
                ->map(static fn(\stdClass $row): array => [
                    'reason' => $row->reason, 'from' => Moment::seconds($row->from_at) * 1000,
                    'to' => Moment::seconds($row->to_at) * 1000,
                ]),
        ];
    }

    public function card(Item $item): array
    {
        return ['alerts' => Alert::query()->where(
            'item_id', $item->id
        )->whereNull('closed_at')->orderBy('first_signal_at')->limit(self::ON_THE_CARD)->get()
            ->map(static fn(Alert $a): array => ['id' => $a->id, 'title' => $a->title(), 'at' => $a->first_signal_at])];
    }

    public function marks(array $items): array
    {
        $open = DB::table('alert_items')->join('alerts', 'alerts.id', '=', 'alert_items.alert_id')
            ->where('alert_items.fires', true)->whereNull('alerts.closed_at')
            ->groupBy('alert_items.item')->selectRaw('alert_items.item, count(*) as many')->pluck('many', 'item');
        $work = TimesOfWork::near();
        $marks = [];
        foreach ($items as $item) {
            $marks[$item] = ['alerts' => (int) ($open[$item] ?? 0), 'work' => $work[$item] ?? null];
        }

        return $marks;
    }

    public function whyNotRetire(Item $item): ?string
    {
        $isWatched = DB::table('alert_items')
            ->join('alerts', 'alerts.id', '=', 'alert_items.alert_id')->where('alert_items.item', $item->id)
            ->where('fires', true)->whereNull('alerts.closed_at')->exists();

        return $isWatched ? "Alerts on $item->name are open: somebody still watches it. Stop that first, and close them." : null;
    }
}
