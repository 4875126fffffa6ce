<?php

declare(strict_types=1);

namespace App\Platform;

use App\Incidents\Incident;
use App\Incidents\Report;
use App\Platform\Http\Asked;
use App\Platform\Journal\Entry;
use App\Platform\Journal\Sentence;
use App\Signals\Alert;
use App\Topology\FindItems;
use App\Topology\Item;
use App\Updates\Update;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;

/** Finds any record for the command line, as one types. */
final class FindController
{
    private const EACH = 6;

    /** What people wrote, of all that stands in the journal. */
    private const WRITTEN = ['incident.note', 'incident.decision', 'incident.resolved', 'incident.changed', 'incident.reopened', 'call.declined', 'call.stopped'];

    public function __invoke(Request $request): JsonResponse
    {
        $text = Asked::text($request, 'q');
        if (mb_strlen($text) < 2) {
            return new JsonResponse([]);
        }
        $like = '%'.addcslashes($text, '%_\\').'%';
        $number = static fn(string $letters): ?int => preg_match("/^(?:$letters-?)?0*(\\d{1,9})$/i", $text, $m) === 1 ? (int) $m[1] : null;
        $journal = Entry::query()->whereIn('kind', self::WRITTEN)->whereRaw("facts like ? escape '\\'", ['%'.addcslashes(trim((string) json_encode($text, JSON_UNESCAPED_UNICODE | JSON_INVALID_UTF8_SUBSTITUTE), '"'), '%_\\').'%'])->latest('seq')->limit(self::EACH)->get();
        $ofIncident = Incident::query()->whereKey($journal->pluck('incident_id'))->get()->keyBy('id');
        $found = [
            ...Incident::query()->whereRaw("title like ? escape '\\'", [$like])->when($number('in'), fn($q, $id) => $q->orWhere('id', $id))->latest('id')->limit(self::EACH)->get()
                ->map(static fn(Incident $i): array => ['what' => 'incident', 'name' => "{$i->ref()} $i->title", 'more' => $i->isOpen() ? "priority $i->priority" : 'resolved', 'link' => "/incidents/$i->id"]),
            ...FindItems::best($text, '', self::EACH)
                ->map(static fn(\stdClass $i): array => ['what' => $i->kind === Item::SERVICE ? 'service' : 'item', 'name' => $i->name, 'more' => trim("$i->kind $i->site"), 'link' => '/estate/'.rawurlencode((string) $i->id)]),
            ...Alert::query()->where(fn($q) => $q->whereRaw("summary like ? escape '\\'", [$like])->orWhereRaw("key like ? escape '\\'", [$like]))->latest('id')->limit(self::EACH)->get()
                ->map(static fn(Alert $a): array => ['what' => 'alert', 'name' => $a->title(), 'more' => (string) $a->item_named, 'link' => "/alerts/$a->id"]),
            ...Report::query()->where(fn($q) => $q->whereRaw("what like ? escape '\\'", [$like])->when($number('re'), fn($or, $id) => $or->orWhere('id', $id)))->latest('id')->limit(self::EACH)->get()
                ->map(static fn(Report $r): array => ['what' => 'report', 'name' => "{$r->ref()} ".mb_substr($r->what, 0, 60), 'more' => (string) $r->site, 'link' => $r->incident_id === null ? "/#report-$r->id" : "/incidents/$r->incident_id"]),
            ...Update::query()->with('incident')->whereRaw("text like ? escape '\\'", [$like])->latest('id')->limit(self::EACH)->get()
                ->map(static fn(Update $u): array => ['what' => 'update', 'name' => mb_substr($u->text, 0, 80), 'more' => (string) $u->incident?->ref(), 'link' => "/incidents/$u->incident_id"]),
            ...$journal->filter(static fn(Entry $entry): bool => $entry->incident_id !== null)
                ->map(static fn(Entry $entry): array => ['what' => 'journal', 'name' => mb_substr(trim((Sentence::of($entry)->rest === '' ? '' : Sentence::of($entry)->lead.': ').(Sentence::of($entry)->rest === '' ? Sentence::of($entry)->lead : Sentence::of($entry)->rest)), 0, 90), 'more' => (string) $ofIncident->get($entry->incident_id)?->ref(), 'link' => "/incidents/$entry->incident_id"]),
            ...Person::query()->with('team')->whereRaw("name like ? escape '\\'", [$like])->orderBy('name')->limit(self::EACH)->get()
                ->map(static fn(Person $p): array => ['what' => 'person', 'name' => $p->name, 'more' => (string) $p->team?->name, 'link' => '/on-call#'.$p->team_id]),
        ];

        return new JsonResponse($found);
    }
}
