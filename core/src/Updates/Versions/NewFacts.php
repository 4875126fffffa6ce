<?php

declare(strict_types=1);

namespace Skarvo\Updates\Versions;

/** What of the facts is new since the update before. */
final class NewFacts
{
    /** @return list<NewFact> */
    public static function between(UpdateFacts $before, UpdateFacts $now): array
    {
        return array_values(array_filter(
            NewFact::cases(), static fn(NewFact $one): bool => self::fact($one, $before) !== self::fact($one, $now),
        ));
    }

    private static function fact(NewFact $one, UpdateFacts $of): mixed
    {
        return match ($one) {
            NewFact::Stage => $of->stage,
            NewFact::Services => self::sorted(array_map(static fn(array $s): string => "{$s['name']} {$s['state']->value}", $of->services)),
            NewFact::Places => self::sorted($of->places),
            NewFact::Cause => trim((string) $of->cause),
            NewFact::Meanwhile => trim((string) $of->meanwhile),
            NewFact::Counter => trim((string) $of->counter),
            NewFact::Estimate => $of->estimate,
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
