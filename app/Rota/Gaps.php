<?php

declare(strict_types=1);

namespace App\Rota;

use App\Platform\Moment;
use Carbon\CarbonImmutable;

/**
 * Stretches within a day in which a rota names nobody: whoever has to be called then is decided now.
 *
 * @phpstan-type CoverGap array{rota: string, name: string, team: string, from: CarbonImmutable, to: CarbonImmutable}
 */
final class Gaps
{
    private const AHEAD_SECONDS = 86_400;

    /** @return list<CoverGap> the nearest first; the end is the end of the gap, or of what is looked at */
    public static function ahead(): array
    {
        $now = Moment::now();
        $gaps = [];
        foreach (Rota::query()->with('team')->orderBy('id')->get() as $rota) {
            foreach ($rota->between($now, $now + self::AHEAD_SECONDS)->segments as $segment) {
                if ($segment->person === null) {
                    $gaps[] = [
                        'rota' => $rota->id, 'name' => $rota->name, 'team' => $rota->team->name ?? $rota->name,
                        'from' => Moment::of($segment->from), 'to' => Moment::of($segment->to),
                    ];
                }
            }
        }
        usort($gaps, static fn(array $a, array $b): int => $a['from'] <=> $b['from'] ?: strcmp($a['rota'], $b['rota']));

        return $gaps;
    }
}
