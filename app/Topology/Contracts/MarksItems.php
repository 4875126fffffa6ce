<?php

declare(strict_types=1);

namespace App\Topology\Contracts;

/** What is drawn at items besides their states. */
interface MarksItems
{
    /**
     * @param  list<string>  $items
     * @return array<array-key, array<string, mixed>> what stands at each, by item; those at which nothing stands may be left out
     */
    public function marks(array $items): array;
}
