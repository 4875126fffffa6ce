<?php

declare(strict_types=1);

namespace Skarvo\Updates\Check;

use Skarvo\Updates\InsideNames;

/** What is known inside only, in words that are to go out: names, hosts, people, what others have written, words of the trade. */
final readonly class Inside
{
    private const HOSTS = '(?<![\w.@-])(?:\d{1,3}(?:\.\d{1,3}){3}(?::\d+)?|(?!(?:utc|gmt)-)[a-z][a-z0-9]*(?:[-_][a-z0-9]+)*[-_]\d+[a-z]?|[a-z0-9-]+(?:\.[a-z0-9-]+)*\.(?:local|internal|intern|lan|corp|intra|localdomain))(?![\w-])';

    /** Numbers of records that have meaning inside. */
    private const RECORDS = '(?<![\w-])(?:IN|TI|CH|PR|TA)-\d{3,}(?![\w-])';

    /** So many words in a row that somebody else wrote are theirs. */
    private const RUN = 6;

    /** A surname of fewer letters is many another word. */
    private const SURNAME = 4;

    public function __construct(private RecordFacts $facts) {}

    /** @return list<Slip> */
    public function in(Text $text): array
    {
        $known = [...array_keys($this->facts->services), ...$this->facts->allPlaces];
        $slips = [];
        $places = array_map(mb_strtolower(...), $this->facts->allPlaces);
        $inside = array_filter(
            [...$this->facts->inside, ...$this->generic()], static fn(string $name): bool => ! in_array(mb_strtolower($name), $places, true)
        );
        // A place is known, but not each name that holds one.
        foreach ((new InsideNames($inside, array_map(strval(...), array_keys($this->facts->services))))->in($text->text) as $name) {
            array_push(
                $slips,
                ...self::each($text, Text::name($name), SlipKind::Inside, '“%s” is a name from inside. Say which service it is about.')
            );
        }
        foreach ($this->facts->people as $person) {
            $names = preg_split('~\s+~u', $person) ?: [];
            $last = (string) end($names);
            $surname = mb_strlen($last) >= self::SURNAME && ! in_array($last, $known, true) ? '|(?-i:'.Text::name($last).')' : '';
            array_push($slips, ...self::each(
                $text, Text::name($person).$surname, SlipKind::Inside, '“%s” works here. Say what is being done, not by whom.',
            ));
        }
        foreach ($this->facts->jargon as $word => $instead) {
            array_push($slips, ...self::each(
                $text, Text::name((string) $word), SlipKind::Jargon,
                $instead === '' ? '“%s” is not said to outsiders.' : '“%s” is a word of ours.',
                $instead === '' ? null : $instead,
            ));
        }
        $low = array_map(mb_strtolower(...), $known);
        array_push($slips, ...array_filter(
            self::each($text, self::HOSTS, SlipKind::Inside, '“%s” is the name of a machine.'),
            static fn(Slip $one): bool => ! in_array(mb_strtolower($one->found), $low, true),
        ), ...self::each($text, self::RECORDS, SlipKind::Inside, '“%s” is a number of ours, under which nobody outside finds anything.'));

        return self::apart([...$slips, ...$this->quoted($text)]);
    }

    /**
     * @param  string  $words  what is wrong, with a place for what was found
     * @return list<Slip>
     */
    private static function each(Text $text, string $pattern, SlipKind $kind, string $words, ?string $instead = null): array
    {
        return array_map(
            static fn(array $match): Slip => $text->slip($kind, $match[0][1], $match[0][0], sprintf($words, $match[0][0]), $instead),
            $text->all($pattern),
        );
    }

    /** @return list<string> names of several words without the number behind them: "Manifest database" for "Manifest database 2" */
    private function generic(): array
    {
        $generic = [];
        foreach ($this->facts->inside as $name) {
            $short = preg_replace('~(?:[\s-]+(?:\p{L}+-)?\d+\w*)+$~u', '', $name);
            if ($short !== null && $short !== $name && preg_match('~\s~u', $short) === 1) {
                $generic[] = $short;
            }
        }

        return array_values(array_unique($generic));
    }

    /** @return list<Slip> runs of words that stand in a ticket */
    private function quoted(Text $text): array
    {
        $words = $text->all('[\p{L}\p{N}\']+');
        $told = array_map(static fn(array $match): string => mb_strtolower($match[0][0]), $words);
        $theirs = [];
        foreach ($this->facts->said as $said) {
            preg_match_all('~[\p{L}\p{N}\']+~u', mb_strtolower(str_replace('’', "'", $said)), $found);
            for ($i = 0; $i + self::RUN <= count($found[0]); $i++) {
                $theirs[implode(' ', array_slice($found[0], $i, self::RUN))] = true;
            }
        }
        for ($i = 0; $theirs !== [] && $i + self::RUN <= count($told); $i++) {
            if (isset($theirs[implode(' ', array_slice($told, $i, self::RUN))])) {
                $to = $i + self::RUN;
                while ($to < count($told) && isset($theirs[implode(' ', array_slice($told, $to - self::RUN + 1, self::RUN))])) {
                    $to++;
                }
                [$from, $end] = [$words[$i][0][1], $words[$to - 1][0][1] + strlen($words[$to - 1][0][0])];

                return [
                    $text->slip(
                        SlipKind::Quoted, $from, substr($text->text, $from, $end - $from),
                        'These are words of somebody who reported it. Say it in yours.'
                    ),
                ];
            }
        }

        return [];
    }

    /**
     * @param  list<Slip>  $slips
     * @return list<Slip> without those that lie within another
     */
    private static function apart(array $slips): array
    {
        return array_values(array_filter($slips, static fn(Slip $one, int $i): bool => array_filter(
            $slips,
            static fn(Slip $other, int $j): bool => $i !== $j && $other->at <= $one->at
                && $other->at + $other->length >= $one->at + $one->length
                && ($other->length > $one->length || $j < $i),
            ARRAY_FILTER_USE_BOTH,
        ) === [], ARRAY_FILTER_USE_BOTH));
    }
}
