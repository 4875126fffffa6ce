<?php

declare(strict_types=1);

namespace Skarvo\Changes;

use Skarvo\Json\Row;

/** Reads who is away when, as the contracts of slots and approvals write it. */
final class PeopleAway
{
    /** @return array<array-key, list<array{int, int}>> from and to in seconds since the epoch, by person */
    public static function read(Row $root): array
    {
        $away = [];
        foreach ($root->rows('away', ['person', 'from', 'to']) as $row) {
            $person = $row->id('person');
            $range = $row->range();
            if ($person !== null && $range !== null) {
                $away[$person][] = $range;
            }
        }

        return $away;
    }
}
