<?php

declare(strict_types=1);

namespace App\Incidents;

use App\Signals\Contracts\KnowsIncidents;

final class NamesIncidents implements KnowsIncidents
{
    public function named(array $ids): array
    {
        $names = [];
        foreach ($ids === [] ? [] : Incident::query()->whereKey($ids)->get(['id', 'title']) as $incident) {
            $names[$incident->id] = ['id' => $incident->id, 'ref' => $incident->ref(), 'title' => $incident->title];
        }

        return $names;
    }
}
