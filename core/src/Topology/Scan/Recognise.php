<?php

declare(strict_types=1);

namespace Skarvo\Topology\Scan;

use Skarvo\Topology\Record\RecordFields;

/**
 * Finds the recorded item that an observed one is, by the identifying attributes of its type in order of trust.
 *
 * The first attribute for which exactly one item has the observed value decides, unless a more trusted one, which both
 * have, says otherwise: the same name on another machine is another machine. A person may have given it another type
 * since; only by its name it is not recognised then.
 */
final class Recognise
{
    /** @var array<string, array<array-key, true>> ids by kind, attribute and value */
    private array $holders = [];

    /** @var array<array-key, KnownItem> */
    private array $items = [];

    /** @param  iterable<KnownItem>  $items */
    public function __construct(iterable $items, private readonly RecordFields $fields)
    {
        foreach ($items as $item) {
            $this->add($item);
        }
    }

    /** Takes an item in, or in the place of what it was before. */
    public function add(KnownItem $item): void
    {
        $before = $this->items[$item->id] ?? null;
        foreach ($before === null ? [] : $this->keys($before) as $key) {
            unset($this->holders[$key][$item->id]);
        }
        $this->items[$item->id] = $item;
        foreach ($this->keys($item) as $key) {
            $this->holders[$key][$item->id] = true;
        }
    }

    /** @return list<string> what the item is known by */
    private function keys(KnownItem $item): array
    {
        $keys = [];
        foreach ($this->fields->type($item->kind)->identifying as $attribute) {
            foreach ($this->valuesOf($item, $attribute) as $value) {
                $keys[] = $this->key($item->kind, $attribute, $value);
            }
        }

        return $keys;
    }

    /**
     * @return array{id: string|null, by: string|null, unclear: list<string>} the item, and the attribute that decided; or the items that
     *      could be meant by it
     */
    public function find(ObservedItem $observed): array
    {
        $identifying = $this->fields->type($observed->kind)->identifying;
        foreach ($identifying as $rank => $attribute) {
            if (! isset($observed->values[$attribute])) {
                continue;
            }
            $ids = array_map(
                strval(...),
                array_keys($this->holders[$this->key($observed->kind, $attribute, $observed->values[$attribute])] ?? []),
            );
            $ids = array_values(array_filter(
                $ids, fn(string $id): bool => ! $this->isAnother($id, $observed, array_slice($identifying, 0, $rank)),
            ));
            if (count($ids) === 1) {
                return ['id' => $ids[0], 'by' => $attribute, 'unclear' => []];
            }
            if (count($ids) > 1) {
                return ['id' => null, 'by' => $attribute, 'unclear' => $ids];
            }
        }

        return ['id' => null, 'by' => null, 'unclear' => []];
    }

    /** @param  list<string>  $moreTrusted */
    private function isAnother(string $id, ObservedItem $observed, array $moreTrusted): bool
    {
        foreach ($moreTrusted as $attribute) {
            $values = $this->valuesOf($this->items[$id], $attribute);
            if (isset($observed->values[$attribute]) && $values !== [] && ! in_array(
                mb_strtolower($observed->values[$attribute]), $values, true,
            )) {
                return true;
            }
        }

        return false;
    }

    /**
     * What a person set is not all that it is known by: a scanner goes on recognising what it itself said.
     *
     * @return list<string> in small letters
     */
    private function valuesOf(KnownItem $item, string $attribute): array
    {
        $values = [$item->byHand[$attribute] ?? '', ...array_column($item->byScan[$attribute] ?? [], 0)];

        return array_values(array_unique(array_filter(
            array_map(mb_strtolower(...), $values), static fn(string $value): bool => $value !== '',
        )));
    }

    private function key(string $kind, string $attribute, string $value): string
    {
        return ($attribute === 'name' ? $kind : '')."\n$attribute\n".mb_strtolower($value);
    }
}
