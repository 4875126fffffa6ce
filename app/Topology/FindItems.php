<?php

declare(strict_types=1);

namespace App\Topology;

use Illuminate\Database\Query\Builder;
use Illuminate\Support\Facades\DB;

/** Finds items by name, id, address, owner or any attribute, as one types: each word may be the beginning of one. */
final class FindItems
{
    private const MOST_WORDS = 8;

    /** Rows of items, the best found first if anything is asked for. */
    public static function query(string $text, string $kind = ''): Builder
    {
        $query = DB::table('items')->select('items.*')->when($kind !== '', fn(Builder $q) => $q->where('items.kind', $kind));
        $words = self::words($text);
        if ($words === []) {
            return trim($text) === '' ? $query : $query->whereRaw('1 = 0');
        }
        if (DB::getDriverName() !== 'sqlite') {
            return self::plainly($query, $words);
        }

        // A name that fits goes before anything else that does.
        return $query->join('item_numbers', 'item_numbers.item_id', '=', 'items.id')->join('item_search', 'item_search.rowid', '=', 'item_numbers.number')
            ->whereRaw('item_search match ?', [implode(' ', array_map(static fn(string $word): string => "\"$word\"*", $words))])
            ->orderByRaw('bm25(item_search, 8.0, 1.0)');
    }

    /**
     * What is not a letter or a digit parts words in the index, so it does here: `10.2.3` is a phrase of three. It knows no strokes either.
     *
     * @return list<string>
     */
    private static function words(string $text): array
    {
        $words = [];
        foreach (preg_split('/\s+/u', trim($text)) ?: [] as $word) {
            $word = strtr($word, ['ø' => 'o', 'Ø' => 'O', 'æ' => 'ae', 'Æ' => 'Ae']);
            $clean = trim((string) preg_replace('/[^\p{L}\p{N}\p{M}]+/u', ' ', $word));
            if ($clean !== '') {
                $words[] = $clean;
            }
        }

        return array_slice($words, 0, self::MOST_WORDS);
    }

    /**
     * Where the database has no such index: slower, and the same answers but for their order.
     *
     * @param  list<string>  $words
     */
    private static function plainly(Builder $query, array $words): Builder
    {
        foreach ($words as $word) {
            $like = '%'.addcslashes(mb_strtolower($word), '%_\\').'%';
            $query->where(fn(Builder $q) => $q->whereRaw('lower(items.id) like ?', [$like])->orWhereRaw('lower(items.name) like ?', [$like])->orWhereRaw('lower(items.site) like ?', [$like])
                ->orWhereRaw('lower(items.description) like ?', [$like])->orWhereRaw('lower(cast(items.attributes as text)) like ?', [$like])
                ->orWhereExists(fn(Builder $team) => $team->from('teams')->whereColumn('teams.id', 'items.team_id')->whereRaw('lower(teams.name) like ?', [$like]))
                ->orWhereExists(fn(Builder $person) => $person->from('people')->whereColumn('people.id', 'items.business_owner_id')->whereRaw('lower(people.name) like ?', [$like])));
        }

        return $query->orderBy('items.name');
    }
}
