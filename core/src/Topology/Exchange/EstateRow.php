<?php

declare(strict_types=1);

namespace Skarvo\Topology\Exchange;

use Skarvo\Topology\Record\Need;

/** What a file says of one item; a field that is not there is not spoken of. */
final readonly class EstateRow
{
    /**
     * @param  string  $at  where it stands: "line 17", "/items/3", "node 5"
     * @param  array<array-key, string>  $fields  by name; empty: it is to have none
     * @param  string|list<Need>|null  $needs  in words or as they are; null: not spoken of
     * @param  string|null  $problem  why it cannot be read, if it cannot
     */
    public function __construct(
        public string $at, public string $id, public array $fields, public string|array|null $needs = null,
        public ?string $problem = null,
    ) {}
}
