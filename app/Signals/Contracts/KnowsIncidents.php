<?php

declare(strict_types=1);

namespace App\Signals\Contracts;

/** Names for the incidents of which alerts are part. */
interface KnowsIncidents
{
    /**
     * @param  list<int>  $ids
     * @return array<int, array{id: int, ref: string, title: string}> by id
     */
    public function named(array $ids): array;
}
