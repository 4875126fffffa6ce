<?php

declare(strict_types=1);

namespace App\Topology\Record;

use App\Platform\CurrentPerson;
use App\Platform\Journal\Actor;
use App\Platform\Journal\Journal;
use App\Platform\Once;
use App\Platform\Refused;
use App\Topology\Record\Requests\StoreRelationRequest;
use App\Topology\Record\Requests\StoreTypeRequest;
use App\Topology\TopologyEntry;
use Illuminate\Http\RedirectResponse;
use Illuminate\Support\Facades\DB;
use Inertia\Inertia;
use Inertia\Response;
use Skarvo\Json\BadInput;
use Skarvo\Json\Document;
use Skarvo\Topology\Record\Attribute;
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
            'roles' => Roles::stored(),
            'kinds' => array_map(static fn(AttributeKind $kind): string => $kind->value, AttributeKind::cases()),
        ]);
    }

    public function store(StoreTypeRequest $request): RedirectResponse
    {
        $input = $request->validated();
        try {
            $type = ItemType::read(Document::parse((string) json_encode($input['type'])));
        } catch (BadInput $e) {
            throw Refused::because($e->getMessage(), ltrim($e->at, '/') ?: 'action');
        }
        $person = CurrentPerson::of($request);
        Once::for($request, static function () use ($type, $input, $person): void {
            $kept = DB::table('item_types')->where('name', $type->name)->first();
            if ((int) ($kept->version ?? 0) !== (int) ($input['version'] ?? 0)) {
                throw Refused::because(
                    $kept === null
                        ? "The type \"$type->name\" is gone."
                        : "Somebody saved \"$type->name\" meanwhile. What you changed is still here: look at theirs, then save yours on top of it.",
                    'version',
                );
            }
            foreach (Roles::all() as $role) {
                if (isset($type->attributes[$role->name])) {
                    throw Refused::because(
                        "\"$role->label\" is a role that items of every type have. Take the attribute out, or name it otherwise.",
                        'attributes',
                    );
                }
            }
            self::refuseLosingValues($type, $kept === null ? null : Fields::type($kept));
            DB::table('item_types')->updateOrInsert(['name' => $type->name], [
                'attributes' => json_encode($type->toArray()['attributes'], JSON_THROW_ON_ERROR | JSON_UNESCAPED_UNICODE),
                'identifying' => json_encode($type->identifying, JSON_THROW_ON_ERROR),
                'version' => (int) ($kept->version ?? 0) + 1,
            ]);
            Journal::write(Actor::person($person), TopologyEntry::TypeSaved, ['type', $type->name], ['name' => $type->name]);
        });

        return back();
    }

    /** An attribute that items have values of does not go with a click. */
    private static function refuseLosingValues(ItemType $type, ?ItemType $before): void
    {
        foreach (array_diff_key($before->attributes ?? [], $type->attributes) as $attribute) {
            $used = DB::table('items')->where('kind', $type->name)->whereNotNull("attributes->$attribute->name")->count();
            if ($used > 0) {
                throw Refused::because(
                    "$used items have a value of \"$attribute->label\". Empty those first, or keep the attribute.", 'attributes',
                );
            }
        }
        foreach ($type->attributes as $attribute) {
            $old = $before->attributes[$attribute->name] ?? null;
            if (
                $old instanceof Attribute
                    && $old->kind !== $attribute->kind
                    && DB::table('items')->where('kind', $type->name)->whereNotNull("attributes->$attribute->name")->exists()
            ) {
                throw Refused::because(
                    "Items have values of \"$attribute->label\", which are a {$old->kind->value}. Make another attribute instead of changing this one.",
                    'attributes',
                );
            }
        }
    }

    public function storeRelation(StoreRelationRequest $request): RedirectResponse
    {
        $input = $request->validated();
        $person = CurrentPerson::of($request);
        Once::for($request, static function () use ($input, $person): void {
            $id = $input['id'] ?? mb_substr(
                trim((string) preg_replace('/[^\p{L}\p{N}]+/u', '-', mb_strtolower($input['forward'])), '-'), 0, 40,
            );
            if ($id === '' || DB::table('relations')->where('id', '!=', $id)->whereRaw('lower(forward) = ?', [mb_strtolower($input['forward'])])->exists() || (
                ! isset($input['id']) && DB::table('relations')->where('id', $id)->exists()
            )) {
                throw Refused::because('There is a relation with these words already. Use other words.', 'forward');
            }
            DB::table('relations')->updateOrInsert(
                ['id' => $id],
                ['forward' => trim($input['forward']), 'backward' => trim($input['backward']), 'strength' => $input['strength']],
            );
            // What is called so is as strong as it says.
            DB::table('dependencies')->where('relation_id', $id)->whereNull('group_id')->update(['strength' => $input['strength']]);
            DB::table('need_groups')->where('relation_id', $id)->update(['strength' => $input['strength']]);
            Journal::write(Actor::person($person), TopologyEntry::RelationSaved, ['relation', $id], ['name' => $input['forward']]);
        });

        return back();
    }
}
