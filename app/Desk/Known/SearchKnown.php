<?php

declare(strict_types=1);

namespace App\Desk\Known;

use App\Platform\Contracts\Knows;
use App\Platform\Database\Sql;
use App\Platform\Given;
use App\Platform\Person;
use Illuminate\Support\Facades\DB;

/**
 * What is known about something: past incidents, tickets and updates by their words, as far as the searcher may see them.
 *
 * @phpstan-import-type KnownLine from Knows
 */
final class SearchKnown
{
    /** Of each kind. */
    private const EACH = 6;

    /** More than are shown, as some may not be shown to everybody. */
    private const LOOKED_AT = 60;

    private const MOST_WORDS = 12;

    /** @return list<KnownLine> the best first, kind by kind: those that hold all words, or else some */
    public static function for(string $text, Person $reader): array
    {
        $words = self::words($text);
        if ($words === [] || ! Sql::hasWordIndex()) {
            return [];
        }
        $found = self::hits($words, ' AND ') ?: self::hits($words, ' OR ');
        $lines = [];
        foreach (Given::all(Knows::class) as $knows) {
            $ids = $found[$knows->kind()] ?? [];
            $shown = $ids === [] ? [] : $knows->lines($ids, $reader);
            $lines[] = array_slice(
                array_values(array_filter(array_map(static fn(int $id): ?array => $shown[$id] ?? null, $ids))), 0, self::EACH,
            );
        }

        return array_merge([], ...$lines);
    }

    /**
     * @param  list<string>  $words
     * @return list<int> records of one kind that hold some of the words, the best first
     */
    public static function some(array $words, string $kind, int $most): array
    {
        return $words === [] || ! Sql::hasWordIndex() ? [] : array_slice(self::hits($words, ' OR ')[$kind] ?? [], 0, $most);
    }

    /**
     * @param  non-empty-list<string>  $words
     * @return array<string, list<int>> records by kind, the best first
     */
    private static function hits(array $words, string $between): array
    {
        $match = implode($between, array_map(static fn(string $word): string => "\"$word\"*", $words));
        $found = [];
        foreach (DB::select(
            'select known_texts.kind, known_texts.record_id from known_search join known_texts on known_texts.id = known_search.rowid '
                .'where known_search match ? order by bm25(known_search, 4.0, 1.0) limit ?', [$match, self::LOOKED_AT],
        ) as $hit) {
            $found[(string) $hit->kind][] = (int) $hit->record_id;
        }

        return $found;
    }

    /** @return list<string> as the index knows them: what is no letter and no digit parts words */
    public static function words(string $text): array
    {
        $found = preg_match_all('/[\p{L}\p{N}]+/u', $text, $m) === false ? [] : $m[0];

        return array_slice(array_values(array_unique($found)), 0, self::MOST_WORDS);
    }
}
