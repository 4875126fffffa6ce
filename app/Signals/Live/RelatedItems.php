<?php

declare(strict_types=1);

namespace App\Signals\Live;

use Illuminate\Support\Facades\DB;
use Skarvo\Signals\Live\Regrouping;
use Skarvo\Signals\Replay\Settings;

/** The part of the estate around items by which their alerts are brought together: of a large estate the rest is not read. */
final readonly class RelatedItems
{
    private const CHUNK = 500;

    public function __construct(private Settings $settings) {}

    /** @param  array<array-key, mixed>  $items  by id */
    public function around(array $items): Regrouping
    {
        return new Regrouping($this->settings, [
            ...$this->dependencies($items, 'from_id', 'to_id'), ...$this->dependencies($items, 'to_id', 'from_id'),
            ...$this->siblings($items),
        ]);
    }

    /**
     * Dependencies as many steps away as alerts are brought together by, in one direction.
     *
     * @param  array<array-key, mixed>  $items  by id
     * @return list<array{string, string}> from, to
     */
    private function dependencies(array $items, string $near, string $far): array
    {
        $dependencies = [];
        $seen = $front = $items;
        for ($step = 0; $step < $this->settings->reach && $front !== []; $step++) {
            $further = [];
            foreach (array_chunk(array_map(strval(...), array_keys($front)), self::CHUNK) as $chunk) {
                foreach (DB::table('dependencies')->whereIn($near, $chunk)->get(['from_id', 'to_id']) as $row) {
                    $dependencies[] = [(string) $row->from_id, (string) $row->to_id];
                    $further[$row->{$far}] = true;
                }
            }
            $front = array_diff_key($further, $seen);
            $seen += $front;
        }

        return $dependencies;
    }

    /**
     * Members of one group of spares, such as two nodes of an application: what fails of them together is one trouble.
     *
     * @param  array<array-key, mixed>  $items  by id
     * @return list<array{string, string}>
     */
    private function siblings(array $items): array
    {
        $pairs = [];
        foreach (array_chunk(array_map(strval(...), array_keys($items)), self::CHUNK) as $chunk) {
            foreach (DB::table('dependencies as own')->join(
                'dependencies as other', 'other.group_id', '=', 'own.group_id',
            )->whereIn('own.to_id', $chunk)
                ->whereColumn('other.to_id', '!=', 'own.to_id')->distinct()
                ->get(['own.to_id as one', 'other.to_id as other']) as $row) {
                $pairs[] = [(string) $row->one, (string) $row->other];
            }
        }

        return $pairs;
    }
}
