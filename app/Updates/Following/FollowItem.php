<?php

declare(strict_types=1);

namespace App\Updates\Following;

use App\Platform\Person;
use App\Topology\Item;
use Illuminate\Support\Facades\DB;

/** Somebody who signs in follows an item: of each incident that hits it they are told, as if they had followed that. */
final readonly class FollowItem
{
    public function __construct(private Person $by, private Item $item) {}

    public function follows(): bool
    {
        return DB::table('item_followers')->where($this->key())->exists();
    }

    /** Twice changes nothing. */
    public function begin(): void
    {
        DB::table('item_followers')->insertOrIgnore([...$this->key(), 'since' => now()]);
    }

    /** Of what is going on by now they hear to its end, unless they leave that too. */
    public function end(): void
    {
        DB::table('item_followers')->where($this->key())->delete();
    }

    /** @return array{item_id: string, person_id: string} */
    private function key(): array
    {
        return ['item_id' => $this->item->id, 'person_id' => $this->by->id];
    }
}
