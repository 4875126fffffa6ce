<?php

declare(strict_types=1);

namespace Skarvo\Topology\Scan;

/** An item as a scan found it. */
final readonly class ObservedItem
{
    /**
     * @param  string  $ref  what the snapshot calls it, within itself
     * @param  array<array-key, string>  $values  by field; `name` and `site` may be among them
     */
    public function __construct(public string $ref, public string $kind, public array $values) {}
}
