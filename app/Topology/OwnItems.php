<?php

declare(strict_types=1);

namespace App\Topology;

use Illuminate\Database\Eloquent\Collection;
use Illuminate\Support\Facades\DB;

/** What is somebody's own: devices of which a field holds their mail address, and services that they answer for. */
final class OwnItems
{
    private const MOST = 20;

    /** @return Collection<int, Item> by name, those in use */
    public static function of(string $email): Collection
    {
        $email = mb_strtolower(trim($email));

        return $email === '' ? new Collection : Item::query()
            ->where(static fn($query) => $query
                // In these very words the index over values serves.
                ->whereIn('id', DB::table('item_values')->whereRaw('lower(value) = ?', [$email])->select('item_id'))
                ->orWhereIn('business_owner_id', DB::table('people')->whereRaw('lower(email) = ?', [$email])->select('id')))
            ->whereNotIn('id', DB::table('retired_items')->select('item_id'))
            ->orderBy('name')->limit(self::MOST)->get();
    }

    /** @return Item|null the only device among them */
    public static function onlyDevice(string $email): ?Item
    {
        $devices = self::of($email)->where('kind', '!=', Item::SERVICE);

        return $devices->count() === 1 ? $devices->first() : null;
    }
}
