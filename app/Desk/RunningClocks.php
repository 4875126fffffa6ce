<?php

declare(strict_types=1);

namespace App\Desk;

use App\Platform\Contracts\RunningClock;
use App\Platform\Contracts\RunsOut;
use App\Platform\Given;
use App\Platform\Look;
use App\Platform\Person;

/**
 * All that is running out, soonest first.
 *
 * @phpstan-type ClockTold array{id: string, title: string, detail: string, due: int, began: int, link: string, person: bool,
 *      holder: string|null}
 */
final class RunningClocks
{
    /** As many as somebody reads: with hundreds of incidents there are a thousand. */
    private const SOONEST = 60;

    /** @return list<ClockTold> the soonest, and whatever the reader holds */
    public static function for(Person $reader): array
    {
        $all = self::shown();

        return [
            ...array_slice($all, 0, self::SOONEST),
            ...array_filter(array_slice($all, self::SOONEST), static fn(array $one): bool => $one['holder'] === $reader->id),
        ];
    }

    /** How many run besides those. */
    public static function besides(Person $reader): int
    {
        return count(self::shown()) - count(self::for($reader));
    }

    /** @return list<ClockTold> read once in a look at a screen */
    private static function shown(): array
    {
        return Look::once('running clocks', self::all(...));
    }

    /** @return list<ClockTold> */
    public static function all(): array
    {
        $clocks = array_merge(...array_map(static fn(RunsOut $kind): array => $kind->clocks(), Given::all(RunsOut::class)));
        $told = array_map(static fn(RunningClock $clock): array => $clock->toArray(), $clocks);
        usort($told, static fn(array $a, array $b): int => [$a['due'], $a['id']] <=> [$b['due'], $b['id']]);

        return $told;
    }
}
