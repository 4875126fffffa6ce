<?php

declare(strict_types=1);

namespace App\Signals;

use App\Platform\Contracts\Finds;
use App\Platform\Contracts\Sought;

final class FindAlerts implements Finds
{
    public function find(Sought $sought): array
    {
        return array_values(Alert::query()->where(fn($query) => $query->whereRaw("summary like ? escape '\\'", [$sought->like()])->orWhereRaw("key like ? escape '\\'", [$sought->like()]))
            ->latest('id')->limit(self::EACH)->get()
            ->map(static fn(Alert $a): array => [
                'what' => 'alert', 'name' => $a->title(), 'more' => (string) $a->item_named, 'link' => "/alerts/$a->id",
            ])->all());
    }
}
