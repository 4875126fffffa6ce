<?php

declare(strict_types=1);

namespace App\Incidents;

use App\Platform\Contracts\Finds;
use App\Platform\Contracts\Sought;
use App\Platform\Database\Sql;

/** Incidents by title or number, and reports by what was said or their number. */
final class FindIncidents implements Finds
{
    public function find(Sought $sought): array
    {
        return [...self::incidents($sought), ...self::reports($sought)];
    }

    /** @return list<array{what: string, name: string, more: string, link: string}> */
    private static function incidents(Sought $sought): array
    {
        return array_values(Incident::query()->whereRaw(Sql::like('title'), [$sought->like()])
            ->when($sought->number('in'), fn($query, $id) => $query->orWhere('id', $id))->latest('id')->limit(self::EACH)->get()
            ->map(static fn(Incident $i): array => [
                'what' => 'incident', 'name' => "{$i->ref()} $i->title",
                'more' => $i->isOpen() ? "priority $i->priority" : 'resolved', 'link' => "/incidents/$i->id",
            ])->all());
    }

    /** @return list<array{what: string, name: string, more: string, link: string}> */
    private static function reports(Sought $sought): array
    {
        return array_values(Report::query()->where(
            fn($query) => $query->whereRaw(Sql::like('what'), [$sought->like()])
                ->when($sought->number('re'), fn($or, $id) => $or->orWhere('id', $id))
        )
            ->latest('id')->limit(self::EACH)->get()
            ->map(static fn(Report $r): array => [
                'what' => 'report', 'name' => "{$r->ref()} ".mb_substr($r->what, 0, 60), 'more' => (string) $r->site,
                'link' => "/reports/$r->id",
            ])->all());
    }
}
