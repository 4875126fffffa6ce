<?php

declare(strict_types=1);

namespace App\Topology;

use App\Platform\Journal\Actor;
use App\Platform\Journal\Journal;
use App\Platform\Moment;
use App\Platform\Person;
use Illuminate\Support\Facades\DB;

/** Questions of what would fall, kept under a name. Call it inside a transaction. */
final class KeepWhatIf
{
    private const ITEMS_WRITTEN = 5;

    /** @param  list<string>  $items  ids */
    public function keep(string $name, array $items, int $hours, Person $by): void
    {
        $id = DB::table('what_ifs')->insertGetId([
            'name' => $name, 'items' => json_encode($items, JSON_THROW_ON_ERROR), 'hours' => $hours, 'author_id' => $by->id,
            'at' => Moment::precise(now()),
        ]);
        Journal::write(
            Actor::person($by), TopologyEntry::WhatIfKept, ['what_if', $id],
            ['name' => $name, 'items' => array_slice($items, 0, self::ITEMS_WRITTEN)],
        );
    }

    public function drop(int $kept): void
    {
        DB::table('what_ifs')->where('id', $kept)->delete();
    }
}
