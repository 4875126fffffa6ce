<?php

declare(strict_types=1);

namespace App\Tickets\Together;

use App\Topology\Item;

/** Names that people outside do not know, in a text that is to go to them. */
final class InsideNames
{
    /** A name of fewer letters stands in many a word. */
    private const LEAST = 4;

    /** @return list<string> names and ids of items that are not public, in order of their names */
    public static function in(string $text): array
    {
        $low = mb_strtolower($text);
        $found = [];
        // Names that outsiders know may hold those that they do not.
        $public = Item::query()->whereNotNull('public_name')->pluck('public_name')->map(
            static fn(mixed $name): string => mb_strtolower((string) $name),
        )
            ->unique()->sortByDesc(static fn(string $name): int => mb_strlen($name))->values()->all();
        $low = str_replace($public, ' ', $low);
        foreach (Item::query()->orderBy('name')->toBase()->cursor() as $item) {
            foreach (array_unique([(string) $item->name, (string) $item->id]) as $name) {
                $lowName = mb_strtolower($name);
                if (
                    mb_strlen($name) >= self::LEAST && $lowName !== mb_strtolower((string) $item->public_name) && str_contains($low, $lowName)
                        && preg_match('/(?<![\p{L}\p{N}])'.preg_quote($lowName, '/').'(?![\p{L}\p{N}])/u', $low) === 1
                ) {
                    $found[] = $name;
                }
            }
        }

        return $found;
    }
}
