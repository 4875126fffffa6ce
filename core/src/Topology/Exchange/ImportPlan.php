<?php

declare(strict_types=1);

namespace Skarvo\Topology\Exchange;

use Skarvo\Json\Document;
use Skarvo\Topology\Record\BadValue;
use Skarvo\Topology\Record\Need;
use Skarvo\Topology\Record\NeedWords;
use Skarvo\Topology\Record\RecordFields;
use Skarvo\Topology\Record\Relation;

/**
 * What storing a file would do, row by row: new, changed, the same, or refused and why. A refused row costs no other, but
 * those that need what it would have made.
 */
final class ImportPlan
{
    private const ROWS_AT_ONCE = 1000;

    /** @var array<array-key, string> why not, by id of what the file would have made */
    private array $without = [];

    /** @var array<string, string> where each id stands first */
    private array $places = [];

    /** @var array<string, string> who has an identity within the file: id by kind, attribute and value */
    private array $identities = [];

    private readonly NeedWords $words;

    /** @var array<array-key, Relation> */
    private readonly array $relations;

    /** @param  list<Relation>  $relations */
    public function __construct(
        private readonly EstateFile $file, private readonly Recorded $known, private readonly RecordFields $fields, array $relations,
    ) {
        $this->words = new NeedWords($relations);
        $byId = [];
        foreach ($relations as $relation) {
            $byId[$relation->id] = $relation;
        }
        $this->relations = $byId;
    }

    /**
     * @return iterable<PlannedRow> in the order of the file
     *
     * @throws \Skarvo\Json\BadInput if nothing of the file can be read
     */
    public function rows(): iterable
    {
        $this->lookForMissing();
        yield from $this->plan(true);
    }

    /** A first reading: which rows cannot be kept because of what they need. */
    private function lookForMissing(): void
    {
        $this->without = [];
        $waiting = [];
        $made = [];
        foreach ($this->plan(false) as $row) {
            if ($row->outcome === PlannedRow::NEW) {
                $made[$row->id] = true;
            }
            if ($row->outcome !== PlannedRow::REFUSED && $row->needs !== null) {
                foreach (array_merge([], ...array_map(static fn(Need $need): array => $need->members, $row->needs)) as $member) {
                    $waiting[$member][] = $row->id;
                }
            }
        }
        // What is neither recorded nor made by the file takes along what needs it.
        $missing = [];
        foreach (array_chunk(array_map(strval(...), array_keys(array_diff_key($waiting, $made))), self::ROWS_AT_ONCE) as $ids) {
            $missing = [...$missing, ...array_values(array_diff($ids, array_map(strval(...), array_keys($this->known->items($ids)))))];
        }
        while ($missing !== []) {
            $id = array_pop($missing);
            foreach ($waiting[$id] ?? [] as $owner) {
                if (! isset($this->without[$owner])) {
                    $this->without[$owner] = "Needs \"$id\", which is neither recorded nor among the rows that can be stored. Correct the id, or add the item.";
                    if (isset($made[$owner])) {
                        $missing[] = (string) $owner;
                    }
                }
            }
        }
    }

    /** @return iterable<PlannedRow> */
    private function plan(bool $final): iterable
    {
        $this->places = $this->identities = [];
        $handful = [];
        foreach ($this->file->rows() as $row) {
            $handful[] = $row;
            if (count($handful) === self::ROWS_AT_ONCE) {
                yield from $this->handful($handful, $final);
                $handful = [];
            }
        }
        yield from $this->handful($handful, $final);
    }

    /**
     * @param  list<EstateRow>  $rows
     * @return iterable<PlannedRow>
     */
    private function handful(array $rows, bool $final): iterable
    {
        $known = $this->known->items(array_values(array_filter(
            array_map(static fn(EstateRow $row): string => $row->id, $rows), static fn(string $id): bool => $id !== '',
        )));
        $holders = $this->holders($rows, $known);
        foreach ($rows as $row) {
            yield $this->row($row, $known[$row->id] ?? null, $holders, $final);
        }
    }

    /**
     * @param  array{fields: array<array-key, string>, needs: list<Need>}|null  $known
     * @param  array<string, array<array-key, string>>  $holders
     */
    private function row(EstateRow $row, ?array $known, array $holders, bool $final): PlannedRow
    {
        $refused = static fn(string $why): PlannedRow => new PlannedRow($row->at, $row->id, PlannedRow::REFUSED, why: $why);
        if ($row->problem !== null) {
            return $refused($row->problem);
        }
        if (! Document::isId($row->id)) {
            return $refused(
                $row->id === ''
                    ? 'It has no id. Give one, without spaces.'
                    : "\"$row->id\" cannot be an id: it has 1 to 128 characters, with no white space or control characters.",
            );
        }
        if (isset($this->places[$row->id])) {
            return $refused("\"$row->id\" is there already, at {$this->places[$row->id]}. Keep one.");
        }
        $kind = $row->fields['kind'] ?? $known['fields']['kind'] ?? '';
        try {
            if ($kind === '') {
                throw new BadValue('It is new and has no type. Fill in "kind".');
            }
            $kind = $this->fields->check($kind, 'kind', $kind);
            $this->fields->mustBeType($kind);
            $changes = $this->changes($row, $known, $kind);
            $needs = $this->needs($row);
            $this->unique($row->id, $kind, $changes, $holders);
        } catch (BadValue $e) {
            return $refused($e->getMessage());
        }
        $this->places[$row->id] = $row->at;
        if ($needs !== null) {
            [$from, $to] = [$this->words->format($known['needs'] ?? []), $this->words->format($needs)];
            $from === $to ? $needs = null : $changes['needs'] = [$from, $to];
        }
        if ($final && isset($this->without[$row->id])) {
            return $refused($this->without[$row->id]);
        }

        return new PlannedRow(
            $row->at, $row->id, $known === null ? PlannedRow::NEW : ($changes === [] ? PlannedRow::SAME : PlannedRow::CHANGED),
            $changes, $needs,
        );
    }

    /**
     * @param  array{fields: array<array-key, string>, needs: list<Need>}|null  $known
     * @return array<string, array{string, string}>
     */
    private function changes(EstateRow $row, ?array $known, string $kind): array
    {
        $changes = [];
        $fields = $known === null ? ['name' => $row->id, 'kind' => $kind, ...$row->fields] : $row->fields;
        foreach ($fields as $field => $text) {
            $field = (string) $field;
            $value = $this->fields->check($kind, $field, $text);
            $before = $known['fields'][$field] ?? '';
            if ($value !== $before) {
                $changes[$field] = [$before, $value];
            }
        }

        return $changes;
    }

    /** @return list<Need>|null */
    private function needs(EstateRow $row): ?array
    {
        if (! is_array($row->needs)) {
            return $row->needs === null ? null : $this->words->parse($row->needs, $row->id);
        }
        // The words say what is wrong with needs, and are short of nothing that a need says.
        $needs = array_map(function (Need $need): Need {
            if ($need->relation === null) {
                return $need;
            }
            $relation = $this->relations[$need->relation] ?? throw new BadValue(
                "There is no relation \"$need->relation\". Use one of yours, or leave it out.",
            );

            return new Need($need->members, $need->needed, $relation->strength, $relation->id);
        }, $row->needs);
        foreach ($needs as $need) {
            if ($need->isSingle() && $need->needed !== 1) {
                throw new BadValue("A group over \"{$need->members[0]}\" alone needs $need->needed. Need 1, or give it more members.");
            }
            if ($need->members === []) {
                throw new BadValue('A group has no members. Add dependencies to it, or take it out.');
            }
        }

        return $this->words->parse($this->words->format($needs), $row->id);
    }

    /**
     * @param  array<string, array{string, string}>  $changes
     * @param  array<string, array<array-key, string>>  $holders
     *
     * @throws BadValue
     */
    private function unique(string $id, string $kind, array $changes, array $holders): void
    {
        $mine = [];
        foreach ($this->fields->type($kind)->identifying as $attribute) {
            $value = mb_strtolower($changes[$attribute][1] ?? '');
            if ($attribute === 'name' || $value === '') {
                continue;
            }
            $key = "$kind\n$attribute\n$value";
            $other = $this->identities[$key] ?? $holders["$kind\n$attribute"][$value] ?? null;
            if ($other !== null && $other !== $id) {
                throw new BadValue(
                    "{$this->fields->label($attribute, $kind)} {$changes[$attribute][1]} is that of \"$other\" already. Two items cannot share it: correct one, or change \"$other\".",
                );
            }
            $mine[] = $key;
        }
        foreach ($mine as $key) {
            $this->identities[$key] = $id;
        }
    }

    /**
     * @param  list<EstateRow>  $rows
     * @param  array<array-key, array{fields: array<array-key, string>, needs: list<Need>}>  $known
     * @return array<string, array<array-key, string>>
     */
    private function holders(array $rows, array $known): array
    {
        $asked = [];
        foreach ($rows as $row) {
            $kind = $row->fields['kind'] ?? $known[$row->id]['fields']['kind'] ?? '';
            foreach ($this->fields->type($kind)->identifying as $attribute) {
                if ($attribute !== 'name' && ($row->fields[$attribute] ?? '') !== '') {
                    $asked["$kind\n$attribute"][] = $row->fields[$attribute];
                }
            }
        }
        $holders = [];
        foreach ($asked as $key => $values) {
            [$kind, $attribute] = explode("\n", $key);
            $holders[$key] = $this->known->holders($kind, $attribute, $values);
        }

        return $holders;
    }
}
