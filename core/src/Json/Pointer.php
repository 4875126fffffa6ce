<?php

declare(strict_types=1);

namespace Skarvo\Json;

/** RFC 6901 pointers, as far as a document's reader needs them. */
final class Pointer
{
    public static function child(string $parent, string|int $key): string
    {
        return $parent.'/'.strtr((string) $key, ['~' => '~0', '/' => '~1']);
    }

    /**
     * What a pointer leads to.
     *
     * @param  mixed  $document  objects as stdClass
     * @return array{bool, mixed} whether there is anything, and what
     */
    public static function find(string $pointer, mixed $document): array
    {
        foreach ($pointer === '' ? [] : array_slice(explode('/', $pointer), 1) as $step) {
            $key = strtr($step, ['~1' => '/', '~0' => '~']);
            $children = match (true) {
                $document instanceof \stdClass => get_object_vars($document),
                is_array($document) => $document,
                default => [],
            };
            if (! array_key_exists($key, $children)) {
                return [false, null];
            }
            $document = $children[$key];
        }

        return [true, $document];
    }

    /** Whether a text is a pointer at all. */
    public static function isOne(string $text): bool
    {
        return preg_match('~^(/([^\~]|\~[01])*)?$~Du', $text) === 1;
    }

    /**
     * Where a pointer stands in a document: the index of each step among its siblings.
     * A step that is not there (a missing field) counts as -1, the very start of its object.
     *
     * @return list<int>
     */
    public static function position(string $pointer, mixed $document): array
    {
        $position = [];
        foreach (array_slice(explode('/', $pointer), 1) as $step) {
            $key = strtr($step, ['~1' => '/', '~0' => '~']);
            $children = match (true) {
                $document instanceof \stdClass => get_object_vars($document),
                is_array($document) => $document,
                default => [],
            };
            $index = array_search($key, array_map(strval(...), array_keys($children)), true);
            $position[] = $index === false ? -1 : (int) $index;
            $document = $children[$key] ?? null;
        }

        return $position;
    }
}
