<?php

declare(strict_types=1);

namespace Skarvo\Tests\Topology\Exchange;

use Skarvo\Topology\Exchange\PlannedRow;
use Skarvo\Topology\Exchange\Recorded;
use Skarvo\Topology\Record\Need;

/** A record that is kept in memory. */
final class MemoryKnown implements Recorded
{
    /** @param  array<array-key, array{fields: array<array-key, string>, needs: list<Need>}>  $items */
    public function __construct(public array $items = []) {}

    public function items(array $ids): array
    {
        return array_intersect_key($this->items, array_flip($ids));
    }

    public function holders(string $kind, string $attribute, array $values): array
    {
        $values = array_map(mb_strtolower(...), $values);
        $holders = [];
        foreach ($this->items as $id => $item) {
            $value = mb_strtolower($item['fields'][$attribute] ?? '');
            if ($item['fields']['kind'] === $kind && in_array($value, $values, true)) {
                $holders[$value] = (string) $id;
            }
        }

        return $holders;
    }

    /** @param  iterable<PlannedRow>  $rows */
    public function store(iterable $rows): void
    {
        foreach ($rows as $row) {
            if ($row->outcome === PlannedRow::REFUSED) {
                continue;
            }
            $this->items[$row->id] ??= ['fields' => [], 'needs' => []];
            foreach ($row->changes as $field => [, $to]) {
                if ($field !== 'needs') {
                    $this->items[$row->id]['fields'][$field] = $to;
                }
            }
            $this->items[$row->id]['needs'] = $row->needs ?? $this->items[$row->id]['needs'];
        }
    }
}
