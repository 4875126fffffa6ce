<?php

declare(strict_types=1);

namespace App\Topology;

use App\Platform\Database\Sql;
use App\Topology\Record\Fields;
use App\Topology\Record\ItemRoles;
use Illuminate\Database\Query\Builder;
use Skarvo\Topology\Record\Attribute;
use Skarvo\Topology\Record\AttributeKind;
use Skarvo\Topology\Record\Comparison;
use Skarvo\Topology\Record\FieldCondition;

/** Items by any of their fields: which there are, what an item's value is in SQL, and what has to hold of it. */
final class ByField
{
    /** Fields of every item; `id` and `name` can always be seen. */
    private const COMMON = [
        'kind' => 'Type', 'tier' => 'Tier', 'site' => 'Site', 'team' => 'Technical team', 'business_owner' => 'Business owner',
        'description' => 'Description', 'public_name' => 'Public name',
    ];

    public const MOST_CONDITIONS = 8;

    /** @var array<string, array{label: string, kind: AttributeKind}>|null */
    private ?array $fields = null;

    /** @return array<string, array{label: string, kind: AttributeKind}> by name: those of every item, roles, then those of types */
    public function fields(): array
    {
        if ($this->fields !== null) {
            return $this->fields;
        }
        $fields = [];
        foreach (self::COMMON as $name => $label) {
            $fields[$name] = ['label' => $label, 'kind' => match ($name) {
                'tier' => AttributeKind::Number,
                'team' => AttributeKind::Team,
                'business_owner' => AttributeKind::Person,
                default => AttributeKind::Text,
            }];
        }
        $others = [];
        foreach (Fields::types() as $type) {
            foreach ($type->attributes as $attribute) {
                $others[] = $attribute;
            }
        }
        usort($others, static fn(Attribute $a, Attribute $b): int => strcmp($a->label, $b->label));
        foreach ([...ItemRoles::all(), ...$others] as $attribute) {
            $fields[$attribute->name] ??= ['label' => $attribute->label, 'kind' => $attribute->kind];
        }

        return $this->fields = $fields;
    }

    /**
     * Conditions as they stand in an address. What is none, or asks for a field that there is not, is left out.
     *
     * @return list<FieldCondition>
     */
    public function conditions(mixed $asked): array
    {
        $conditions = [];
        foreach (is_array($asked) ? array_slice($asked, 0, self::MOST_CONDITIONS) : [] as $text) {
            $condition = is_string($text) ? FieldCondition::parse($text) : null;
            if ($condition !== null && isset($this->fields()[$condition->field])) {
                $conditions[] = $condition;
            }
        }

        return $conditions;
    }

    public function narrow(Builder $query, FieldCondition $condition): Builder
    {
        $kind = $this->fields()[$condition->field]['kind'];
        $column = self::column($condition->field);
        if ($condition->comparison === Comparison::Missing) {
            return $query->whereRaw("coalesce($column, '') = ''");
        }
        if ($kind === AttributeKind::Person || $kind === AttributeKind::Team) {
            // By name as people know it, or by id as files do.
            $table = $kind === AttributeKind::Team ? 'teams' : 'people';

            return $query->whereRaw(
                "$column in (select id from $table where ".self::holds('name', $condition->comparison).' or '
                    .self::holds('id', $condition->comparison).')',
                array_fill(0, 2, self::bound($condition)),
            );
        }
        $query->whereRaw("coalesce($column, '') <> ''");

        return $kind === AttributeKind::Number && $condition->comparison !== Comparison::Begins
            ? $query->whereRaw("cast($column as real) {$condition->comparison->value} ?", [(float) $condition->value])
            : $query->whereRaw(self::holds("cast($column as text)", $condition->comparison), [self::bound($condition)]);
    }

    public function order(Builder $query, string $field, bool $down): Builder
    {
        $column = self::column($field);
        $value = match ($this->fields()[$field]['kind'] ?? null) {
            AttributeKind::Number => "cast($column as real)",
            AttributeKind::Team => "(select lower(name) from teams where teams.id = $column)",
            AttributeKind::Person => "(select lower(name) from people where people.id = $column)",
            default => "lower($column)",
        };

        return $query->orderByRaw("coalesce($column, '') = '', $value ".($down ? 'desc' : 'asc').', items.name');
    }

    /** @return string of SQL; the field is one of fields(), or `name`, so it can hold nothing else */
    private static function column(string $field): string
    {
        $column = Fields::COLUMNS[$field] ?? null;

        return $column === null ? Sql::field('items.attributes', $field) : "items.\"$column\"";
    }

    private static function holds(string $column, Comparison $comparison): string
    {
        return $comparison === Comparison::Begins ? Sql::like("lower($column)") : "lower($column) {$comparison->value} ?";
    }

    private static function bound(FieldCondition $condition): string
    {
        $value = mb_strtolower($condition->value);

        return $condition->comparison === Comparison::Begins ? addcslashes($value, '%_\\').'%' : $value;
    }
}
