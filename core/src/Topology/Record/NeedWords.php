<?php

declare(strict_types=1);

namespace Skarvo\Topology\Record;

use Skarvo\Json\Document;
use Skarvo\Topology\Strength;

/**
 * What an item needs, in words that a person writes and reads: `quay-db; runs on host-01; to work fully: 2 of gate-1, gate-2, gate-3`.
 *
 * Needs stand between semicolons. Each is an item's id, or `N of` several; before that may stand the words of a
 * relation, or `to work fully:`, without which the item works in part.
 */
final readonly class NeedWords
{
    private const SOFT = 'to work fully:';

    /** @var array<string, Relation> by their forward words, in small letters, the longest first */
    private array $relations;

    /** @param  list<Relation>  $relations */
    public function __construct(array $relations)
    {
        $byWords = [];
        foreach ($relations as $relation) {
            $byWords[mb_strtolower($relation->forward)] = $relation;
        }
        uksort($byWords, static fn(string $a, string $b): int => mb_strlen($b) <=> mb_strlen($a));
        $this->relations = $byWords;
    }

    /**
     * @param  string|null  $owner  the item that has the needs, if it is known by now
     * @return list<Need>
     *
     * @throws BadValue
     */
    public function parse(string $text, ?string $owner = null): array
    {
        $needs = $seen = [];
        foreach (preg_split('/;(?:\s+|$)/u', trim($text)) ?: [] as $clause) {
            $clause = trim($clause);
            if ($clause === '') {
                continue;
            }
            $need = $this->clause($clause);
            foreach ($need->members as $member) {
                if ($member === $owner) {
                    throw new BadValue("An item cannot need itself: \"$clause\". Name another item.");
                }
            }
            $key = $this->key($need);
            if (isset($seen[$key])) {
                throw new BadValue("\"$clause\" is said twice. Keep one.");
            }
            $seen[$key] = true;
            $needs[] = $need;
        }

        return $needs;
    }

    private function clause(string $clause): Need
    {
        $rest = $clause;
        $relation = null;
        $strength = Strength::Hard;
        if (str_starts_with(mb_strtolower($rest), self::SOFT)) {
            $strength = Strength::Soft;
            $rest = trim(mb_substr($rest, mb_strlen(self::SOFT)));
        } else {
            foreach ($this->relations as $words => $candidate) {
                if (str_starts_with(mb_strtolower($rest), "$words ")) {
                    $relation = $candidate->id;
                    $strength = $candidate->strength;
                    $rest = trim(mb_substr($rest, mb_strlen($words)));
                    break;
                }
            }
        }
        $needed = 1;
        $many = preg_match('/^(\d{1,6}) of (.+)$/Du', $rest, $m) === 1;
        if ($many) {
            $needed = (int) $m[1];
            $rest = $m[2];
        }
        $members = preg_split('/,\s+/u', $rest) ?: [];
        foreach ($members as $member) {
            if (! Document::isId($member)) {
                throw new BadValue("\"$clause\" is not understood. Write an item's id, or \"2 of a, b, c\", with semicolons between the needs".($this->relations === [] ? '.' : '; before it may stand: '.implode(
                    ', ', array_map(static fn(Relation $r): string => $r->forward, array_values($this->relations)),
                ).', '.self::SOFT));
            }
        }
        if (count(array_unique($members)) < count($members)) {
            throw new BadValue("\"$clause\" names an item twice. Name each once.");
        }
        if (! $many && count($members) > 1) {
            throw new BadValue(
                "\"$clause\": say how many of these are needed, such as \"1 of $rest\", or put semicolons between them if each is needed.",
            );
        }
        if ($needed < 1 || $needed > count($members)) {
            throw new BadValue("\"$clause\" needs $needed and has ".count($members).'. Need fewer, or name more items.');
        }

        return new Need($members, $needed, $strength, $relation);
    }

    private function key(Need $need): string
    {
        $members = $need->members;
        sort($members, SORT_STRING);

        return implode(' ', $members).($need->isSingle() ? '' : " $need->needed {$need->strength->value}");
    }

    /**
     * @param  list<Need>  $needs
     * @return list<Need> the same in one order: single ones first, each with its members in order of id
     */
    public static function inOrder(array $needs): array
    {
        $sorted = array_map(static function (Need $need): Need {
            $members = $need->members;
            sort($members, SORT_STRING);

            return new Need($members, $need->needed, $need->strength, $need->relation);
        }, $needs);
        usort(
            $sorted,
            static fn(Need $a, Need $b): int => [
                ! $a->isSingle(), implode(' ', $a->members), $a->needed, $a->strength->value,
            ] <=> [! $b->isSingle(), implode(' ', $b->members), $b->needed, $b->strength->value],
        );

        return $sorted;
    }

    /**
     * @param  list<Need>  $needs
     * @return string the same words for the same needs, in whatever order they come
     */
    public function format(array $needs): string
    {
        $byId = [];
        foreach ($this->relations as $relation) {
            $byId[$relation->id] = $relation->forward;
        }
        $clauses = array_map(static function (Need $need) use ($byId): string {
            $before = $need->relation !== null
                && isset($byId[$need->relation]) ? $byId[$need->relation].' ' : ($need->strength === Strength::Soft ? self::SOFT.' ' : '');

            return $before.($need->isSingle() ? '' : "$need->needed of ").implode(', ', $need->members);
        }, self::inOrder($needs));

        return implode('; ', $clauses);
    }
}
