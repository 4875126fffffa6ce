<?php

declare(strict_types=1);

namespace App\Tickets\Together;

use App\Platform\Staff\Names;
use App\Topology\Item;
use Skarvo\Updates\InsideNames as Found;

/** Names of items, people and teams that people outside do not know, in a text that is to go to them. */
final class InsideNames
{
    /** @return list<string> names and ids of items that are not public, of people and of teams */
    public static function in(string $text): array
    {
        $public = Item::query()->whereNotNull('public_name')->pluck('public_name')
            ->map(static fn(mixed $name): string => is_string($name) ? $name : '');

        return (new Found((static function (): \Generator {
            foreach (Item::query()->orderBy('name')->toBase()->cursor() as $item) {
                yield (string) $item->name;
                yield (string) $item->id;
            }
            yield from Names::people();
            yield from Names::teams();
        })(), array_values($public->all())))->in($text);
    }
}
