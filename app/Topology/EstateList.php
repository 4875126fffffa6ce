<?php

declare(strict_types=1);

namespace App\Topology;

use App\Topology\Record\Fields;
use Illuminate\Database\Query\Builder;
use Illuminate\Http\Request;
use Illuminate\Support\Collection;
use Illuminate\Support\Facades\DB;
use Skarvo\Topology\Record\AttributeKind;
use Skarvo\Topology\Record\FieldCondition;

/** A list of items as its address asks for it: words, a type, conditions on fields, columns and an order. */
final class EstateList
{
    private const USUAL = ['kind', 'tier', 'site', 'team'];

    private const MOST_COLUMNS = 12;

    private readonly ByField $by;

    public readonly string $find;

    public readonly string $kind;

    /** @var list<FieldCondition> */
    public readonly array $conditions;

    /** @var list<string> */
    public readonly array $columns;

    /** @var string a field, with `-` before it where the largest comes first; empty: what is in trouble first */
    public readonly string $sort;

    private function __construct(Request $request)
    {
        $this->by = new ByField;
        $text = static fn(string $name): string => is_string($request->query($name)) ? trim($request->query($name)) : '';
        $this->find = mb_substr($text('find'), 0, 200);
        $this->kind = $text('kind');
        $this->conditions = $this->by->conditions($request->query('where'));
        $asked = $request->query('columns');
        $known = array_keys($this->by->fields());
        $columns = is_array($asked)
            ? array_slice(array_values(array_intersect(array_unique(array_filter($asked, is_string(...))), $known)), 0, self::MOST_COLUMNS)
            : self::USUAL;
        $this->columns = $columns;
        $sort = $text('sort');
        $this->sort = in_array(ltrim($sort, '-'), [...$known, 'name'], true)
            ? (str_starts_with($sort, '-') ? '-' : '').ltrim($sort, '-')
            : '';
    }

    public static function asked(Request $request): self
    {
        return new self($request);
    }

    public function isAll(): bool
    {
        return $this->find === '' && $this->kind === '' && $this->conditions === [];
    }

    /** Rows of items, all that fit, in no order. */
    public function query(): Builder
    {
        $query = FindItems::query($this->find, $this->kind);
        foreach ($this->conditions as $condition) {
            $this->by->narrow($query, $condition);
        }

        return $query;
    }

    /**
     * The first of them, in the order that is asked for, or the best for what was typed.
     *
     * @param  list<string>  $first  ids that have to be among them, if they fit
     * @return Collection<int, \stdClass>
     */
    public function rows(int $most, array $first): Collection
    {
        if ($this->sort !== '') {
            return $this->by->order($this->query(), ltrim($this->sort, '-'), str_starts_with($this->sort, '-'))->limit($most)->get();
        }
        if ($this->find !== '' && $this->conditions === []) {
            return FindItems::best($this->find, $this->kind, $most);
        }
        $rows = $this->query()->orderByRaw('tier is null, tier')->orderBy('name')->limit($most)->get();
        if (count($rows) < $most) {
            return $rows;
        }
        $troubled = $this->query()->whereIn('items.id', array_slice($first, 0, $most))->get();

        return $troubled->concat($rows->whereNotIn('id', $troubled->pluck('id')))->take($most)->values();
    }

    /**
     * @param  Collection<int, \stdClass>  $rows
     * @return list<array<string, string>> what stands in the columns of each, as people read it
     */
    public function cells(Collection $rows): array
    {
        $fields = $this->by->fields();
        $names = ['team' => DB::table('teams')->pluck('name', 'id')->all(), 'person' => DB::table('people')->pluck('name', 'id')->all()];

        return array_values($rows->map(function (\stdClass $row) use ($fields, $names): array {
            $values = Fields::of($row);
            $cells = [];
            foreach ($this->columns as $column) {
                $value = $values[$column] ?? '';
                $cells[$column] = (string) match ($fields[$column]['kind']) {
                    AttributeKind::Team => $names['team'][$value] ?? $value,
                    AttributeKind::Person => $names['person'][$value] ?? $value,
                    default => $value,
                };
            }

            return $cells;
        })->all());
    }

    /** @return array{find: string, kind: string, where: list<string>, columns: list<string>, sort: string} */
    public function toArray(): array
    {
        return [
            'find' => $this->find, 'kind' => $this->kind, 'columns' => $this->columns, 'sort' => $this->sort,
            'where' => array_map(static fn(FieldCondition $c): string => $c->field.$c->comparison->value.$c->value, $this->conditions),
        ];
    }

    /** @return list<array{name: string, label: string, kind: string}> */
    public function fields(): array
    {
        $fields = $this->by->fields();

        return array_map(
            static fn(string $name, array $field): array => ['name' => $name, 'label' => $field['label'], 'kind' => $field['kind']->value],
            array_keys($fields), $fields,
        );
    }
}
