<?php

declare(strict_types=1);

namespace App\Incidents;

use App\Platform\Journal\Entry;
use App\Signals\Alert;
use App\Topology\Contracts\ItemPanel;
use App\Topology\Contracts\JoinsHistory;
use App\Topology\Item;
use App\Topology\Standing;
use Illuminate\Database\Eloquent\Builder;
use Illuminate\Support\Facades\DB;

/** What an item went through: its incidents and reports, how often, and how much of the time it was there. */
final class IncidentsOfItem implements ItemPanel, JoinsHistory
{
    private const ON_THE_PAGE = 20;

    private const REPORTS = 10;

    private const ON_THE_CARD = 5;

    /** What of an incident belongs to the history of its items. */
    private const KINDS = [IncidentEntry::IncidentDeclared, IncidentEntry::IncidentResolved, IncidentEntry::IncidentReopened];

    public function page(Item $item, Standing $standing): array
    {
        return [
            'incidents' => Incident::query()->whereIn(
                'id', Alert::query()->where('item_id', $item->id)->whereNotNull('incident_id')->select('incident_id'),
            )
                ->orWhere('service_id', $item->id)->latest('declared_at')->limit(self::ON_THE_PAGE)->get()
                ->map(fn(Incident $incident): array => [
                    'id' => $incident->id, 'ref' => $incident->ref(), 'title' => $incident->title,
                    'resolved_at' => $incident->resolved_at,
                ]),
            'availability' => $item->kind === Item::SERVICE ? ServiceTimes::of($item->id, $standing->estate) : null,
            'pastTrouble' => TroubleOfItem::counts($item),
            'reports' => Report::query()->with(['service', 'link'])
                ->where('service_id', $item->id)->latest('told_at')->limit(self::REPORTS)->get()
                ->map(static fn(Report $r): array => $r->toLine()),
        ];
    }

    public function card(Item $item): array
    {
        return [
            'incidents' => self::partOf($item->id)->orderByRaw('resolved_at is not null')
                ->latest('declared_at')->limit(self::ON_THE_CARD)->get()
                ->map(static fn(Incident $i): array => ['id' => $i->id, 'ref' => $i->ref(), 'title' => $i->title, 'open' => $i->isOpen()]),
            'reports' => Report::query()->where('service_id', $item->id)
                ->whereNull('resolved_at')->latest('told_at')->limit(self::ON_THE_CARD)->get()
                ->map(static fn(Report $r): array => ['ref' => $r->ref(), 'what' => $r->what, 'at' => $r->told_at]),
        ];
    }

    public function join(Builder $entries, string $item): void
    {
        $entries->orWhereIn('seq', Entry::query()->about('incident', self::partOf($item))->whereIn('kind', self::KINDS)->select('seq'));
    }

    /** @return Builder<Incident> that it was part of, by an alert, by what somebody said, or as the service that they are about */
    public static function partOf(string $item): Builder
    {
        return Incident::query()->where(static fn(Builder $any) => $any->where('service_id', $item)
            ->orWhereIn(
                'id',
                Alert::query()->whereNotNull('incident_id')
                    ->whereIn('id', DB::table('alert_items')->where('item', $item)->select('alert_id'))
                    ->select('incident_id'),
            )
            ->orWhereIn('id', DB::table('incident_items')->where('item_id', $item)->whereNotNull('state')->select('incident_id')));
    }
}
