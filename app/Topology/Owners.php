<?php

declare(strict_types=1);

namespace App\Topology;

use Illuminate\Support\Facades\DB;

/** Who answers for services towards the business: who has to be told when they are hit, but for those who have left. */
final class Owners
{
    /**
     * @param  list<string>  $services
     * @return list<array{id: string, name: string, of: list<string>}> by name, with what of theirs is among the services
     */
    public static function of(array $services): array
    {
        $rows = DB::table('items')->join('people', 'people.id', '=', 'items.business_owner_id')->whereIn('items.id', $services)
            ->whereNull('people.left_at')->orderBy('people.name')->orderBy('items.name')
            ->get(['people.id', 'people.name as owner', 'items.name']);

        return array_values($rows->groupBy('id')->map(static fn($of): array => [
            'id' => (string) $of->firstOrFail()->id, 'name' => (string) $of->firstOrFail()->owner,
            'of' => array_values($of->pluck('name')->map(strval(...))->all()),
        ])->all());
    }

    /**
     * @param  list<string>  $services
     * @return list<string> ids of those who are recorded, also who has left: somebody has to stand in for them
     */
    public static function recorded(array $services): array
    {
        return array_values(array_map(strval(...), DB::table('items')->whereIn('id', $services)->whereNotNull('business_owner_id')
            ->orderBy('business_owner_id')->distinct()->pluck('business_owner_id')->all()));
    }
}
