<?php

declare(strict_types=1);

namespace Skarvo\Json;

/**
 * A long list of flat objects in a JSON text, read a few hundred at a time: decoded at once, hundreds of thousands of
 * small objects take ten times the memory of their text.
 *
 * @implements \IteratorAggregate<int, mixed>
 */
final readonly class LongList implements \IteratorAggregate
{
    private const STRING = '"(?:[^"\\\\]++|\\\\.)*+"';

    /** An object without lists or objects in it. */
    private const FLAT = '\{(?:[^{}\[\]"]++|'.self::STRING.')*+\}';

    private const AT_ONCE = 400;

    private function __construct(private string $json, private int $from) {}

    /**
     * Takes one list out of a document whose fields are scalars and lists of flat objects.
     *
     * @return array{string, self}|null the document with an empty list in its place, and the list; null if it has another form, or no such
     *      list
     */
    public static function takeOut(string $json, string $field): ?array
    {
        $at = 0;
        $found = $begin = $end = null;
        if (preg_match('~\G\s*+\{~A', $json, $m) !== 1) {
            return null;
        }
        $at = strlen($m[0]);
        do {
            if (preg_match('~\G\s*+('.self::STRING.')\s*+:\s*+~A', $json, $m, 0, $at) !== 1) {
                return null;
            }
            $name = json_decode($m[1]);
            $start = $at + strlen($m[0]);
            $at = self::endOfValue($json, $start);
            if ($at === null) {
                return null;
            }
            if ($name === $field) {
                if ($found !== null || $json[$start] !== '[') {
                    return null;
                }
                [$found, $begin, $end] = [new self($json, $start + 1), $start, $at];
            }
            if (preg_match('~\G\s*+([,}])~A', $json, $m, 0, $at) !== 1) {
                return null;
            }
            $at += strlen($m[0]);
        } while ($m[1] === ',');

        return $found === null
            || trim(substr($json, $at)) !== '' ? null : [substr($json, 0, (int) $begin).'[]'.substr($json, (int) $end), $found];
    }

    /** @return int|null where a scalar or a list of flat objects ends; null if it is something else */
    private static function endOfValue(string $json, int $at): ?int
    {
        if (($json[$at] ?? '') !== '[') {
            return preg_match('~\G(?:'.self::STRING.'|[-+0-9.eE]++|true|false|null)~A', $json, $m, 0, $at) === 1
                ? $at + strlen($m[0])
                : null;
        }
        $first = ++$at;
        while (($size = self::many($json, $at)) > 0) {
            $at += $size;
        }

        // After a comma there is one more.
        return preg_match('~\G\s*+(?:'.self::FLAT.')'.($at === $first ? '?' : '').'\s*+\]~A', $json, $m, 0, $at) === 1
            ? $at + strlen($m[0])
            : null;
    }

    /** @return int how many bytes the next objects take, each with a comma after it; at most AT_ONCE of them */
    private static function many(string $json, int $at): int
    {
        return preg_match('~\G(?:\s*+'.self::FLAT.'\s*+,){1,'.self::AT_ONCE.'}+~A', $json, $m, 0, $at) === 1 ? strlen($m[0]) : 0;
    }

    /** @throws \JsonException if it is no JSON after all */
    public function getIterator(): \Iterator
    {
        $at = $this->from;
        $index = 0;
        do {
            $size = self::many($this->json, $at);
            if ($size > 0) {
                $piece = rtrim(substr($this->json, $at, $size));
                $at += $size;
                $rows = json_decode('['.substr($piece, 0, -1).']', false, 8, JSON_THROW_ON_ERROR);
            } else {
                $rows = preg_match('~\G\s*+('.self::FLAT.')~A', $this->json, $m, 0, $at) === 1
                    ? [json_decode($m[1], false, 8, JSON_THROW_ON_ERROR)]
                    : [];
            }
            foreach (is_array($rows) ? $rows : [] as $row) {
                yield $index++ => $row;
            }
        } while ($size > 0);
    }
}
