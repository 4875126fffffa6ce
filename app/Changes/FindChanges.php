<?php

declare(strict_types=1);

namespace App\Changes;

use App\Platform\Contracts\Finds;
use App\Platform\Contracts\Sought;
use App\Platform\Database\Sql;

/** Changes by title or number. */
final class FindChanges implements Finds
{
    public function find(Sought $sought): array
    {
        return array_values(Change::query()->whereRaw(Sql::like('title'), [$sought->like()])
            ->when($sought->number('ch'), static fn($query, $id) => $query->orWhere('id', $id))->latest('id')->limit(self::EACH)->get()
            ->map(
                static fn(Change $one): array => [
                    'what' => 'change', 'name' => "{$one->ref()} $one->title", 'more' => $one->words(), 'link' => "/changes/$one->id",
                ]
            )->all());
    }
}
