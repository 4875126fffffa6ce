<?php

declare(strict_types=1);

namespace Skarvo\Updates\Versions;

/** What of the facts is new since the update before. */
final class Changes
{
    /** @return list<Change> */
    public static function between(UpdateFacts $before, UpdateFacts $now): array
    {
        return array_values(array_filter(
            Change::cases(), static fn(Change $one): bool => self::fact($one, $before) !== self::fact($one, $now),
        ));
    }

    private static function fact(Change $one, UpdateFacts $of): mixed
    {
        return match ($one) {
            Change::Stage => $of->stage,
            Change::Services => self::sorted(array_map(static fn(array $s): string => "{$s['name']} {$s['state']->value}", $of->services)),
            Change::Places => self::sorted($of->places),
            Change::Cause => trim((string) $of->cause),
            Change::Meanwhile => trim((string) $of->meanwhile),
            Change::Counter => trim((string) $of->counter),
            Change::Estimate => $of->estimate,
        };
    }

    /**
     * @param  list<string>  $all
     * @return list<string>
     */
    private static function sorted(array $all): array
    {
        sort($all);

        return $all;
    }
}
