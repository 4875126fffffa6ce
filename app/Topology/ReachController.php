<?php

declare(strict_types=1);

namespace App\Topology;

use App\Platform\Given;
use App\Platform\Http\Asked;
use App\Topology\Contracts\BeginsReach;
use App\Topology\Contracts\MarksItems;
use Illuminate\Http\Request;
use Illuminate\Support\Facades\DB;
use Inertia\Inertia;
use Inertia\Response;
use Skarvo\Topology\State;

/** The reach of items, of an alert's group or of an incident, in both directions: what could be the cause, and what it takes along. */
final class ReachController
{
    private const MOST_ROOTS = 50;

    /** Worked out once a request. */
    private ?ReachBeginning $from = null;

    public function __invoke(Request $request): Response
    {
        $this->from = null;
        return Inertia::render(
            'Topology/Reach',
            ['begun' => fn(): array => $this->begun($request), 'reach' => fn(): array => $this->reach($request)],
        );
    }

    /** @return array{words: string, link: string|null, items: list<array{id: string, name: string}>, supposed: bool} */
    private function begun(Request $request): array
    {
        $from = $this->from($request);
        $names = DB::table('items')->whereIn('id', array_map(strval(...), array_keys($from->observed)))->pluck('name', 'id');

        return [
            'words' => $from->words, 'link' => $from->link, 'supposed' => $from->supposed,
            'items' => array_values(array_map(
                static fn(int|string $id): array => ['id' => (string) $id, 'name' => (string) ($names[$id] ?? $id)],
                array_keys($from->observed),
            )),
        ];
    }

    /** @return array<string, mixed> */
    private function reach(Request $request): array
    {
        $estate = Estate::open();
        $from = $this->from($request);
        $observed = $from->observed;
        $standing = Standing::now($estate);
        // What is only supposed is drawn as it would be; what is so, as all that is wrong makes it.
        $impact = $from->supposed ? $estate->trace($observed) : $standing->of($observed);
        $roots = array_values(array_filter(
            array_map(strval(...), array_keys($observed)), static fn(string $id): bool => $estate->item($id) !== null,
        ));
        $reach = (new Reach($estate, $impact, $from->supposed ? [] : $standing->affected()))->withUnderneath($roots, $standing->states());
        $ids = array_column($reach['nodes'], 'id');
        foreach (Given::all(MarksItems::class) as $one) {
            $marks = $one->marks($ids);
            $reach['nodes'] = array_map(static fn(array $node): array => [...$node, ...$marks[$node['id']] ?? []], $reach['nodes']);
        }

        return $reach;
    }

    private function from(Request $request): ReachBeginning
    {
        return $this->from ??= $this->read($request);
    }

    private function read(Request $request): ReachBeginning
    {
        foreach (Given::all(BeginsReach::class) as $one) {
            $id = Asked::number($request, $one->field());
            if ($id > 0) {
                return $one->begin($id);
            }
        }
        $items = array_slice(array_values(array_unique(array_filter(explode(',', Asked::text($request, 'items'))))), 0, self::MOST_ROOTS);
        $estate = Estate::open();
        $states = Standing::now($estate)->states();
        $observed = [];
        foreach ($items as $id) {
            if ($estate->item($id) !== null) {
                $observed[$id] = $states[$id] ?? State::Down;
            }
        }

        return new ReachBeginning(
            $observed, implode(', ', array_map($estate->name(...), array_map(strval(...), array_keys($observed)))),
            count($observed) === 1 ? '/estate/'.rawurlencode((string) array_key_first($observed)) : null,
            array_diff_key($observed, $states) !== [],
        );
    }
}
