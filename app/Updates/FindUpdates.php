<?php

declare(strict_types=1);

namespace App\Updates;

use App\Platform\Contracts\Finds;
use App\Platform\Contracts\Sought;
use App\Platform\Database\Sql;

final class FindUpdates implements Finds
{
    public function find(Sought $sought): array
    {
        return array_values(Update::query()->with('incident')->whereRaw(
            Sql::like('text'), [$sought->like()]
        )->latest('id')->limit(self::EACH)->get()
            ->map(static fn(Update $u): array => [
                'what' => 'update', 'name' => mb_substr($u->text, 0, 80), 'more' => (string) $u->incident?->ref(),
                'link' => "/incidents/$u->incident_id",
            ])->all());
    }
}
