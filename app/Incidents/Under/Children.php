<?php

declare(strict_types=1);

namespace App\Incidents\Under;

use App\Incidents\Incident;
use App\Incidents\Link;
use App\Incidents\LinkKind;
use App\Platform\Look;

/** Which incidents are part of a major one. */
final class Children
{
    /**
     * @return array{array<int, list<int>>, array<int, list<int>>, array<int, int>} those of each, those that Skarvo put there, and of what
     *      each is part: read once in a look at a screen
     */
    private static function known(): array
    {
        return Look::once('incidents under others', static function (): array {
            $parts = $alone = $parents = [];
            foreach (
                Link::query()->holds()->where('kind', LinkKind::Under)->where('from_kind', Incident::KIND)->orderBy('id')->toBase()
                    ->get(['from_id', 'to_id', 'by_itself']) as $link
            ) {
                [$from, $to] = [(int) $link->from_id, (int) $link->to_id];
                $parts[$to][] = $from;
                $parents[$from] ??= $to;
                if ($link->by_itself) {
                    $alone[$to][] = $from;
                }
            }

            return [$parts, $alone, $parents];
        });
    }

    /** @return list<int> */
    public static function of(int $incident): array
    {
        return self::known()[0][$incident] ?? [];
    }

    /** @return list<int> those that Skarvo put there */
    public static function byItself(int $incident): array
    {
        return self::known()[1][$incident] ?? [];
    }

    /** @return int|null the one that it is part of */
    public static function parentOf(int $incident): ?int
    {
        return self::known()[2][$incident] ?? null;
    }
}
