<?php

declare(strict_types=1);

namespace App\Platform;

use App\Incidents\Incident;
use App\Incidents\Report;
use App\Signals\Alert;
use App\Topology\FindItems;
use App\Topology\Item;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;

/** Finds any record for the command line, as one types. */
final class FindController
{
    private const EACH = 6;

    public function __invoke(Request $request): JsonResponse
    {
        $text = trim($request->string('q')->toString());
        if (mb_strlen($text) < 2) {
            return new JsonResponse([]);
        }
        $like = '%'.addcslashes($text, '%_\\').'%';
        $number = preg_match('/^(?:in|re)-?0*(\d+)$/i', $text, $m) === 1 ? (int) $m[1] : null;
        $found = [
            ...Incident::query()->whereRaw("title like ? escape '\\'", [$like])->when($number, fn($q) => $q->orWhere('id', $number))->latest('id')->limit(self::EACH)->get()
                ->map(static fn(Incident $i): array => ['what' => 'incident', 'name' => "{$i->ref()} $i->title", 'more' => $i->isOpen() ? "priority $i->priority" : 'resolved', 'link' => "/incidents/$i->id"]),
            ...FindItems::best($text, '', self::EACH)
                ->map(static fn(\stdClass $i): array => ['what' => $i->kind === Item::SERVICE ? 'service' : 'item', 'name' => $i->name, 'more' => trim("$i->kind $i->site"), 'link' => '/estate/'.rawurlencode((string) $i->id)]),
            ...Alert::query()->where(fn($q) => $q->whereRaw("summary like ? escape '\\'", [$like])->orWhereRaw("key like ? escape '\\'", [$like]))->latest('id')->limit(self::EACH)->get()
                ->map(static fn(Alert $a): array => ['what' => 'alert', 'name' => $a->title(), 'more' => (string) $a->item_named, 'link' => "/alerts/$a->id"]),
            ...Report::query()->whereRaw("what like ? escape '\\'", [$like])->whereNotNull('incident_id')->latest('id')->limit(self::EACH)->get()
                ->map(static fn(Report $r): array => ['what' => 'report', 'name' => "{$r->ref()} ".mb_substr($r->what, 0, 60), 'more' => (string) $r->site, 'link' => "/incidents/$r->incident_id"]),
            ...Person::query()->with('team')->whereRaw("name like ? escape '\\'", [$like])->orderBy('name')->limit(self::EACH)->get()
                ->map(static fn(Person $p): array => ['what' => 'person', 'name' => $p->name, 'more' => (string) $p->team?->name, 'link' => '/on-call#'.$p->team_id]),
        ];

        return new JsonResponse($found);
    }
}
