<?php

declare(strict_types=1);

namespace App\Topology\Record;

use App\Platform\CurrentPerson;
use App\Platform\Once;
use App\Platform\Refused;
use App\Topology\Record\Requests\SaveRolesRequest;
use App\Topology\Record\Requests\StoreRelationRequest;
use App\Topology\Record\Requests\StoreTypeRequest;
use Illuminate\Http\RedirectResponse;
use Illuminate\Support\Facades\DB;
use Inertia\Inertia;
use Inertia\Response;
use Skarvo\Json\BadInput;
use Skarvo\Json\Document;
use Skarvo\Topology\Record\AttributeKind;
use Skarvo\Topology\Record\ItemType;

/** The types of items and what is recorded of each; the ways in which items need each other. */
final class TypesController
{
    public function index(): Response
    {
        $counts = DB::table('items')->groupBy('kind')->orderBy('kind')->pluck(DB::raw('count(*)'), 'kind');
        $types = DB::table('item_types')->orderBy('name')->get();

        return Inertia::render('Topology/Types', [
            'types' => $types->map(static fn(\stdClass $row): array => [
                ...Fields::type($row)->toArray(), 'version' => (int) $row->version, 'items' => (int) ($counts[$row->name] ?? 0),
            ]),
            'bare' => $counts->except($types->pluck('name')->all())
                ->map(static fn(mixed $many, string $name): array => ['name' => $name, 'items' => $many])->values(),
            'relations' => DB::table('relations')->orderBy('forward')->get()->map(static fn(\stdClass $row): array => [
                'id' => $row->id, 'forward' => $row->forward, 'backward' => $row->backward, 'strength' => $row->strength,
                'used' => DB::table('dependencies')->where('relation_id', $row->id)
                    ->count() + DB::table('need_groups')->where('relation_id', $row->id)->count(),
            ]),
            'roles' => ItemRoles::stored(),
            'kinds' => array_map(static fn(AttributeKind $kind): string => $kind->value, AttributeKind::cases()),
        ]);
    }

    public function store(StoreTypeRequest $request, KeepTypes $keep): RedirectResponse
    {
        $input = $request->validated();
        try {
            $type = ItemType::read(Document::parse((string) json_encode($input['type'])));
        } catch (BadInput $e) {
            throw Refused::because($e->getMessage(), ltrim($e->at, '/') ?: 'action');
        }
        $person = CurrentPerson::of($request);
        Once::for($request, static function () use ($keep, $type, $input, $person): void {
            $keep->save($type, (int) ($input['version'] ?? 0), $person);
        });

        return back();
    }

    public function storeRelation(StoreRelationRequest $request, KeepTypes $keep): RedirectResponse
    {
        $input = $request->validated();
        $person = CurrentPerson::of($request);
        Once::for($request, static function () use ($keep, $input, $person): void {
            $keep->saveRelation(
                $input['id'] ?? null, (string) $input['forward'], (string) $input['backward'], (string) $input['strength'],
                (array) ($input['was'] ?? []), $person,
            );
        });

        return back();
    }

    public function storeRoles(SaveRolesRequest $request): RedirectResponse
    {
        $input = $request->validated();
        $person = CurrentPerson::of($request);
        Once::for($request, static function () use ($input, $person): void {
            ItemRoles::save(array_values($input['roles']), (int) $input['version'], $person);
        });

        return back();
    }
}
