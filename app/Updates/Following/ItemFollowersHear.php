<?php

declare(strict_types=1);

namespace App\Updates\Following;

use App\Incidents\Incident;
use App\Incidents\Situation;
use App\Platform\Person;
use App\Topology\Item;
use Illuminate\Support\Facades\DB;
use Skarvo\Topology\Affected;

/** Whoever follows an item hears of the incidents that hit it, or on which it hangs. */
final class ItemFollowersHear
{
    /** A statement holds only so many values. */
    private const AT_ONCE = 500;

    /** Before an update is put on its way, in the same transaction. */
    public static function begin(Incident $incident, Situation $situation): void
    {
        foreach (self::whom($incident, $situation) as [$person, $why]) {
            (new FollowOwn($person))->begin($incident, $why);
        }
    }

    /** @return list<array{Person, string}> with why; without those who hear already, or said that they want none of it */
    public static function whom(Incident $incident, Situation $situation): array
    {
        $hit = array_map(static fn(Affected $one): string => $one->id, $situation->of($incident->id)->affected);
        $items = [];
        foreach (
            array_chunk(
                array_values(array_unique([...$hit, ...($incident->service_id === null ? [] : [$incident->service_id])])), self::AT_ONCE
            ) as $some
        ) {
            foreach (DB::table('item_followers')->whereIn('item_id', $some)->orderBy('item_id')->get(['item_id', 'person_id']) as $row) {
                $items[(string) $row->person_id][] = (string) $row->item_id;
            }
        }
        $names = $items === []
            ? []
            : Item::query()->whereKey(array_unique(array_merge(...array_values($items))))->pluck('name', 'id')->all();
        $whom = [];
        foreach (
            Person::query()->whereKey(array_keys($items))->whereNull('left_at')->where('email', '<>', '')->orderBy('id')->get() as $person
        ) {
            if (! (new FollowOwn($person))->hasSaid($incident)) {
                $whom[] = [
                    $person,
                    'follows '
                        .implode(', ', array_map(static fn(string $id): string => (string) ($names[$id] ?? $id), $items[$person->id])),
                ];
            }
        }

        return $whom;
    }
}
