<?php

declare(strict_types=1);

namespace App\Signals;

use App\Platform\Contracts\Finds;
use App\Platform\Contracts\Sought;
use App\Platform\Database\Sql;

final class FindAlerts implements Finds
{
    public function find(Sought $sought): array
    {
        return array_values(Alert::query()->where(
            fn($query) => $query->whereRaw(Sql::like('summary'), [$sought->like()])->orWhereRaw(Sql::like('key'), [$sought->like()])
        )
            ->latest('id')->limit(self::EACH)->get()
            ->map(static fn(Alert $a): array => [
                'what' => 'alert', 'name' => $a->title(), 'more' => (string) $a->item_named, 'link' => "/alerts/$a->id",
            ])->all());
    }
}
