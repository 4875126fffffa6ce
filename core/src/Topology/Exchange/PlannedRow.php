<?php

declare(strict_types=1);

namespace Skarvo\Topology\Exchange;

use Skarvo\Topology\Record\Need;

/** What storing a row of a file would do. */
final readonly class PlannedRow
{
    public const NEW = 'new';

    public const CHANGED = 'changed';

    public const SAME = 'same';

    public const REFUSED = 'refused';

    /**
     * @param  array<array-key, array{string, string}>  $changes  from and to, by field; needs in words
     * @param  list<Need>|null  $needs  as they are to be, where they change
     * @param  string|null  $why  why it is refused, and what to change
     */
    public function __construct(
        public string $at, public string $id, public string $outcome, public array $changes = [], public ?array $needs = null,
        public ?string $why = null,
    ) {}
}
