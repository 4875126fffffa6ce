<?php

declare(strict_types=1);

namespace App\Topology;

use App\Platform\Database\Sql;
use Illuminate\Database\Query\Builder;
use Illuminate\Support\Collection;
use Illuminate\Support\Facades\DB;
use Skarvo\Topology\Record\Comparison;
use Skarvo\Topology\Record\FieldCondition;

/** Finds items by name, id, address, owner or any attribute, as one types: each word may be the beginning of one. */
final class FindItems
{
    private const MOST_WORDS = 8;

    private const MOST_COMPARED = 1000;

    /** Rows of items, all of them that fit, in no order. */
    public static function query(string $text, string $kind = ''): Builder
    {
        $query = DB::table('items')->select('items.*')
            ->whereNotIn('items.id', DB::table('retired_items')->select('item_id'))
            ->when($kind !== '', fn(Builder $q) => $q->where('items.kind', $kind));
        $words = self::words($text);
        if ($words === []) {
            return trim($text) === '' ? $query : $query->whereRaw('1 = 0');
        }
        if (! Sql::hasWordIndex()) {
            return self::plainly($query, $words);
        }

        $attribute = self::attribute($text);

        return $query->where(static function (Builder $any) use ($words, $attribute): void {
            $any->whereRaw(
                'items.id in (select item_id from item_numbers where number in ('.Sql::matching('item_search').'))',
                [self::match($words)],
            );
            if ($attribute !== null) {
                $any->orWhere(static fn(Builder $q) => $attribute($q));
            }
        });
    }

    /**
     * The best of them first: a name that fits goes before anything else that does, and a short one before a long one.
     * Where very many fit, the order is that of some: further letters tell.
     *
     * @return Collection<int, \stdClass>
     */
    public static function best(string $text, string $kind, int $most): Collection
    {
        $words = self::words($text);
        if ($words === [] || ! Sql::hasWordIndex()) {
            return self::query($text, $kind)->orderByRaw('length(items.name), items.name')->limit($most)->get();
        }
        $attribute = self::attribute($text);
        if ($attribute !== null) {
            return self::query($text, $kind)->orderByRaw('items.name')->limit($most)->get();
        }
        $match = self::match($words);
        $hits = DB::query()->fromRaw(
            '(select rowid as number, 0 as far from ('.Sql::matching('item_search').' limit ?) union all select rowid, 1 from ('
                .Sql::matching('item_search').' limit ?)) as hits',
            ["name : ($match)", self::MOST_COMPARED, $match, self::MOST_COMPARED],
        )->select('number', DB::raw('min(far) as far'))->groupBy('number');

        return DB::table('items')->select('items.*')
            ->whereNotIn('items.id', DB::table('retired_items')->select('item_id'))
            ->join('item_numbers', 'item_numbers.item_id', '=', 'items.id')
            ->joinSub($hits, 'hits', 'hits.number', '=', 'item_numbers.number')
            ->when($kind !== '', fn(Builder $q) => $q->where('items.kind', $kind))
            ->orderByRaw('hits.far, length(items.name), items.name')->limit($most)->get();
    }

    /**
     * A field by its name, with the beginning of its value: `tier 1`, `firmware 5.0`.
     *
     * @return (\Closure(Builder): Builder)|null null if it is no such thing
     */
    private static function attribute(string $text): ?\Closure
    {
        $text = mb_strtolower(trim($text));
        if (str_starts_with($text, 'id ')) {
            return static fn(Builder $query): Builder => $query->whereRaw(
                Sql::like('lower(items.id)'), [addcslashes(trim(mb_substr($text, 3)), '%_\\').'%'],
            );
        }
        $by = new ByField;
        foreach ($by->fields() as $field => $told) {
            foreach ([str_replace('_', ' ', $field), mb_strtolower($told['label'])] as $called) {
                $value = str_starts_with($text, "$called ") ? trim(mb_substr($text, mb_strlen($called))) : '';
                if ($value !== '') {
                    return static fn(Builder $query): Builder => $by->narrow(
                        $query, new FieldCondition($field, Comparison::Begins, $value),
                    );
                }
            }
        }

        return null;
    }

    /** @param  list<string>  $words */
    private static function match(array $words): string
    {
        return implode(' AND ', array_map(static fn(string $word): string => "\"$word\"*", $words));
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
     * Where the database has no such index: slower, and finds parts of words too.
     *
     * @param  list<string>  $words
     */
    private static function plainly(Builder $query, array $words): Builder
    {
        foreach ($words as $word) {
            $like = '%'.addcslashes(mb_strtolower($word), '%_\\').'%';
            $query->where(fn(Builder $q) => $q->whereRaw('lower(items.id) like ?', [$like])->orWhereRaw(
                'lower(items.name) like ?', [$like]
            )->orWhereRaw('lower(items.site) like ?', [$like])
                ->orWhereRaw('lower(items.description) like ?', [$like])->orWhereRaw(
                    'lower(cast(items.attributes as text)) like ?', [$like],
                )
                ->orWhereExists(
                    fn(Builder $team) => $team->from('teams')
                        ->whereColumn('teams.id', 'items.team_id')->whereRaw('lower(teams.name) like ?', [$like]),
                )
                ->orWhereExists(
                    fn(Builder $person) => $person->from('people')
                        ->whereColumn('people.id', 'items.business_owner_id')
                        ->whereRaw('lower(people.name) like ?', [$like]),
                ));
        }

        return $query;
    }
}
