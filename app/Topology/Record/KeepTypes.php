<?php

declare(strict_types=1);

namespace App\Topology\Record;

use App\Platform\Journal\Actor;
use App\Platform\Journal\Journal;
use App\Platform\Person;
use App\Platform\Refused;
use App\Topology\TopologyEntry;
use Illuminate\Support\Facades\DB;
use Skarvo\Topology\Record\Attribute;
use Skarvo\Topology\Record\ItemType;
use Skarvo\Topology\Strength;

/** The types of items, and the relations between items. Call it inside a transaction. */
final class KeepTypes
{
    private const LONGEST_ID = 40;

    /**
     * @param  int  $seen  the version that was on the screen; 0: it is new
     *
     * @throws Refused if somebody saved meanwhile, a role is called so, or items would lose values
     */
    public function save(ItemType $type, int $seen, Person $by): void
    {
        $kept = DB::table('item_types')->where('name', $type->name)->first();
        if ((int) ($kept->version ?? 0) !== $seen) {
            throw Refused::because(
                $kept === null
                    ? "The type \"$type->name\" is gone."
                    : "Somebody saved \"$type->name\" meanwhile. What you changed is still here: look at theirs, then save yours on top of it.",
                'version',
            );
        }
        foreach (ItemRoles::all() as $role) {
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
            'version' => $seen + 1,
        ]);
        Journal::write(Actor::person($by), TopologyEntry::TypeSaved, ['type', $type->name], ['name' => $type->name]);
    }

    /**
     * @param  string|null  $id  null: a new one
     * @param  string  $forward  as in "runs on"
     * @param  string  $backward  as in "carries"
     * @param  string  $strength  a value of Strength
     * @param  array<array-key, mixed>  $was  the same three, as they stood on the screen
     *
     * @throws Refused if another has these words, or somebody changed it meanwhile
     */
    public function saveRelation(?string $id, string $forward, string $backward, string $strength, array $was, Person $by): void
    {
        $kept = $id === null ? null : DB::table('relations')->where('id', $id)->first(['forward', 'backward', 'strength']);
        if ($kept !== null && array_diff_assoc((array) $kept, $was) !== []) {
            throw Refused::because(
                "Somebody changed this relation meanwhile: one $kept->forward another, which $kept->backward it; without it, it is "
                    .($kept->strength === Strength::Hard->value ? 'down' : 'degraded').'. What you entered is still here.',
                'forward',
            );
        }
        $isNew = $id === null;
        $id ??= mb_substr(trim((string) preg_replace('/[^\p{L}\p{N}]+/u', '-', mb_strtolower($forward)), '-'), 0, self::LONGEST_ID);
        $isTaken = DB::table('relations')->where('id', '!=', $id)->whereRaw('lower(forward) = ?', [mb_strtolower($forward)])->exists()
            || ($isNew && DB::table('relations')->where('id', $id)->exists());
        if ($id === '' || $isTaken) {
            throw Refused::because('There is a relation with these words already. Use other words.', 'forward');
        }
        DB::table('relations')->updateOrInsert(
            ['id' => $id], ['forward' => trim($forward), 'backward' => trim($backward), 'strength' => $strength],
        );
        // What is called so is as strong as it says.
        DB::table('dependencies')->where('relation_id', $id)->whereNull('group_id')->update(['strength' => $strength]);
        DB::table('need_groups')->where('relation_id', $id)->update(['strength' => $strength]);
        Journal::write(Actor::person($by), TopologyEntry::RelationSaved, ['relation', $id], ['name' => $forward]);
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
}
