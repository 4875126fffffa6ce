<?php

declare(strict_types=1);

namespace App\Desk;

use App\Platform\Contracts\Finds;
use App\Platform\Contracts\Sought;
use App\Platform\Database\Sql;
use App\Platform\Person;

final class FindPeople implements Finds
{
    public function find(Sought $sought): array
    {
        return array_values(Person::query()->with('team')->whereRaw(
            Sql::like('name'), [$sought->like()]
        )->orderBy('name')->limit(self::EACH)->get()
            ->map(static fn(Person $p): array => [
                'what' => 'person', 'name' => $p->name, 'more' => (string) $p->team?->name, 'link' => '/on-call#'.$p->team_id,
            ])->all());
    }
}
