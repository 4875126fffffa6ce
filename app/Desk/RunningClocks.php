<?php

declare(strict_types=1);

namespace App\Desk;

use App\Platform\Contracts\RunningClock;
use App\Platform\Contracts\RunsOut;
use App\Platform\Given;

/** All that is running out, soonest first. */
final class RunningClocks
{
    /** @return list<array{id: string, title: string, detail: string, due: int, began: int, link: string, person: bool, holder: string|null}> */
    public static function all(): array
    {
        $clocks = array_merge(...array_map(static fn(RunsOut $kind): array => $kind->clocks(), Given::all(RunsOut::class)));
        $told = array_map(static fn(RunningClock $clock): array => $clock->toArray(), $clocks);
        usort($told, static fn(array $a, array $b): int => [$a['due'], $a['id']] <=> [$b['due'], $b['id']]);

        return $told;
    }
}
