<?php

declare(strict_types=1);

namespace Skarvo\Topology\Exchange;

use Skarvo\Topology\Record\Need;

/** What is recorded already, asked for in handfuls, as a file may speak of more than fits in memory. */
interface Recorded
{
    /**
     * @param  list<string>  $ids
     * @return array<array-key, array{fields: array<array-key, string>, needs: list<Need>}> those that there are, by id
     */
    public function items(array $ids): array;

    /**
     * @param  list<string>  $values
     * @return array<array-key, string> who has a value of an attribute: id by value in small letters
     */
    public function holders(string $kind, string $attribute, array $values): array;
}
