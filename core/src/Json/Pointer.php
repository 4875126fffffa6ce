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
