<?php

declare(strict_types=1);

namespace App\Topology\Record;

use Illuminate\Support\Facades\DB;
use Skarvo\Topology\Record\Attribute;
use Skarvo\Topology\Record\AttributeKind;
use Skarvo\Topology\Record\Directory;
use Skarvo\Topology\Record\ItemType;
use Skarvo\Topology\Record\NeedWords;
use Skarvo\Topology\Record\RecordFields;
use Skarvo\Topology\Record\Relation;
use Skarvo\Topology\Strength;

/** The fields, types and relations of this organisation, and how they lie in the tables. */
final class Fields
{
    public const BY_HAND = 'hand';

    public const BY_SCAN = 'scan:';

    /** Column of items by field; all others lie among the attributes. */
    public const COLUMNS = [
        'name' => 'name', 'kind' => 'kind', 'tier' => 'tier', 'team' => 'team_id', 'business_owner' => 'business_owner_id',
        'site' => 'site', 'description' => 'description', 'public_name' => 'public_name', 'use' => 'use',
    ];

    /** @param  bool  $onlyKnown  whether a type that is neither declared nor used is refused */
    public static function load(bool $onlyKnown = false): RecordFields
    {
        return new RecordFields(
            self::types(), self::directory(),
            $onlyKnown ? array_values(DB::table('items')->distinct()->pluck('kind')->map(strval(...))->all()) : null,
            ItemRoles::all(),
        );
    }

    public static function directory(): Directory
    {
        return new Directory(
            DB::table('people')->orderBy('id')
                ->get(['id', 'name', 'email'])
                ->map(static fn(\stdClass $p): array => [(string) $p->id, [(string) $p->name, (string) $p->email]])
                ->all(),
            DB::table('teams')->orderBy('id')
                ->get(['id', 'name'])->map(static fn(\stdClass $t): array => [(string) $t->id, [(string) $t->name]])
                ->all(),
        );
    }

    /** @return array<array-key, ItemType> by name */
    public static function types(): array
    {
        $types = [];
        foreach (DB::table('item_types')->orderBy('name')->get() as $row) {
            $types[$row->name] = self::type($row);
        }

        return $types;
    }

    public static function type(\stdClass $row): ItemType
    {
        /**
         * @var list<array{name: string, label: string, kind: string, choices?: list<string>, remind?: list<int>, early?: string}>
         *      $attributes
         */
        $attributes = json_decode($row->attributes, true, 8, JSON_THROW_ON_ERROR);
        /** @var list<string> $identifying */
        $identifying = json_decode($row->identifying, true, 4, JSON_THROW_ON_ERROR);

        return new ItemType(
            $row->name,
            array_map(
                static fn(array $a): Attribute => new Attribute(
                    $a['name'], $a['label'], AttributeKind::from($a['kind']), $a['choices'] ?? [], $a['remind'] ?? null,
                    $a['early'] ?? null,
                ),
                $attributes,
            ),
            $identifying,
        );
    }

    /** @return list<Relation> */
    public static function relations(): array
    {
        return array_values(DB::table('relations')->orderBy('id')->get()->map(static fn(\stdClass $r): Relation => new Relation(
            $r->id, $r->forward, $r->backward, Strength::from($r->strength),
        ))->all());
    }

    public static function words(): NeedWords
    {
        return new NeedWords(self::relations());
    }

    /** @return array<array-key, string> what counts of an item, by field; what is empty is left out */
    public static function of(\stdClass $item): array
    {
        $fields = [];
        foreach (self::COLUMNS as $field => $column) {
            $fields[$field] = (string) $item->{$column};
        }
        /** @var array<array-key, string> $attributes */
        $attributes = json_decode($item->attributes, true, 4, JSON_THROW_ON_ERROR);

        return array_filter([...$fields, ...$attributes], static fn(string $value): bool => $value !== '');
    }
}
