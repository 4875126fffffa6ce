<?php

declare(strict_types=1);

namespace App\Platform;

use App\Paging\Delivery\DeliveryPaths;
use App\Paging\Delivery\MissingWays;
use Illuminate\Support\Facades\DB;

/** What is wrong with Skarvo itself: whoever relies on it has to know at once. */
final class OwnTrouble
{
    /** Nothing is sent, or looked at, for so long: then the process that does it is gone. */
    private const STOPPED_SECONDS = 15;

    /** What does not happen while a part of the clock is broken. */
    public const CLOCK = [
        'heartbeats' => 'A heartbeat that is missing is not noticed.', 'signals' => 'Signals are kept, and make no alerts.', 'handling' => 'Alerts do not page by themselves.',
        'calls' => 'Calls stand still: nobody further is paged.', 'holds' => 'Nobody is asked whether they are on it.', 'unconfirmed' => 'A page that does not arrive is not noticed.',
        'updates' => 'An update that is overdue is not noticed.', 'alerts' => 'Alerts that were put off do not come back.', 'sweep' => 'Reminders of dates are late, and who left a room still stands there.',
    ];

    /** @return list<array{kind: 'stopped'|'broken'|'path', what: string, does: string, since: string|null}> the worst first */
    public static function now(): array
    {
        $trouble = [];
        // Of the machine's own clock, as leases are.
        $stopped = gmdate('Y-m-d H:i:s', time() - self::STOPPED_SECONDS);
        $leases = DB::table('leases')->pluck('until', 'id');
        if (! isset($leases['clock']) || (string) $leases['clock'] < $stopped) {
            $trouble[] = ['kind' => 'stopped', 'what' => 'Skarvo’s clock process has stopped.', 'does' => 'Nobody is paged, and alerts stand still. Start it: php artisan skarvo:clock.', 'since' => isset($leases['clock']) ? self::iso($leases['clock']) : null];
        }
        if (! isset($leases['sender']) || (string) $leases['sender'] < $stopped) {
            $trouble[] = ['kind' => 'stopped', 'what' => 'Skarvo’s sender process has stopped.', 'does' => 'No page and no mail goes out. Start it: php artisan skarvo:sender.', 'since' => isset($leases['sender']) ? self::iso($leases['sender']) : null];
        }
        foreach (DB::table('clock_faults')->orderBy('since')->get() as $fault) {
            $trouble[] = ['kind' => 'broken', 'what' => self::CLOCK[$fault->part] ?? "The clock cannot do its $fault->part.", 'does' => "It breaks, and is tried again every few seconds; the log of the clock says where: $fault->error", 'since' => self::iso($fault->since)];
        }
        foreach (MissingWays::told() as $missing) {
            $trouble[] = ['kind' => 'broken', ...$missing, 'since' => null];
        }
        foreach (DeliveryPaths::failing() as $path) {
            $trouble[] = ['kind' => 'path', 'what' => "Pages by {$path['channel']} are not arriving.", 'does' => 'Each goes to the person’s next contact meanwhile'.($path['why'] === '' ? '.' : "; the gateway says: {$path['why']}."), 'since' => self::iso($path['since'])];
        }

        return $trouble;
    }

    private static function iso(mixed $stored): string
    {
        return str_replace(' ', 'T', is_string($stored) ? $stored : '').'Z';
    }
}
