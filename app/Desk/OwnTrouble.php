<?php

declare(strict_types=1);

namespace App\Desk;

use App\Platform\Contracts\ClockPart;
use App\Platform\Contracts\Troubles;
use App\Platform\Given;
use Illuminate\Support\Facades\DB;

/** What is wrong with Skarvo itself: whoever relies on it has to know at once. */
final class OwnTrouble
{
    /** Nothing is sent, or looked at, for so long: then the process that does it is gone. */
    private const STOPPED_SECONDS = 15;

    private const WORST_FIRST = ['stopped', 'broken', 'path'];

    /** @return list<array{kind: 'stopped'|'broken'|'path', what: string, does: string, since: string|null}> the worst first */
    public static function now(): array
    {
        $trouble = [
            ...self::stopped(), ...self::faults(),
            ...array_merge(...array_map(static fn(Troubles $one): array => $one->troubles(), Given::all(Troubles::class))),
        ];
        usort(
            $trouble,
            static fn(array $a, array $b): int =>
                array_search($a['kind'], self::WORST_FIRST, true) <=> array_search($b['kind'], self::WORST_FIRST, true),
        );

        return $trouble;
    }

    /** @return list<array{kind: 'stopped', what: string, does: string, since: string|null}> */
    private static function stopped(): array
    {
        // Of the machine's own clock, as leases are.
        $stopped = gmdate('Y-m-d H:i:s', time() - self::STOPPED_SECONDS);
        $leases = DB::table('leases')->pluck('until', 'id');
        $trouble = [];
        foreach ([
            'clock' => 'Nobody is paged, and alerts stand still.', 'sender' => 'No page and no mail goes out.',
        ] as $process => $does) {
            if (! isset($leases[$process]) || (string) $leases[$process] < $stopped) {
                $trouble[] = [
                    'kind' => 'stopped', 'what' => "Skarvo’s $process process has stopped.",
                    'does' => "$does Start it: php artisan skarvo:$process.",
                    'since' => isset($leases[$process]) ? self::iso($leases[$process]) : null,
                ];
            }
        }

        return $trouble;
    }

    /** @return list<array{kind: 'broken', what: string, does: string, since: string}> parts of the clock that break */
    private static function faults(): array
    {
        $faults = DB::table('clock_faults')->orderBy('since')->get();
        $means = [];
        foreach ($faults->isEmpty() ? [] : Given::all(ClockPart::class) as $part) {
            $means[$part->name()] = $part->whileBroken();
        }

        $trouble = [];
        foreach ($faults as $fault) {
            $trouble[] = [
                'kind' => 'broken', 'what' => $means[$fault->part] ?? "The clock cannot do its $fault->part.",
                'does' => "It breaks, and is tried again every few seconds; the log of the clock says where: $fault->error",
                'since' => self::iso($fault->since),
            ];
        }

        return $trouble;
    }

    private static function iso(mixed $stored): string
    {
        return str_replace(' ', 'T', is_string($stored) ? $stored : '').'Z';
    }
}
