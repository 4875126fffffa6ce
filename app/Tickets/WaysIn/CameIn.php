<?php

declare(strict_types=1);

namespace App\Tickets\WaysIn;

use App\Incidents\Report;
use Illuminate\Support\Facades\DB;
use Skarvo\Incidents\WayIn;

/** Messages that came in: each counts once, under its own id or, from the same sender in the same words, within some minutes. */
final class CameIn
{
    private const SAME_SECONDS = 600;

    /** @return Report|null of the message, if it came before */
    public static function before(WayIn $way, string $message, string $said): ?Report
    {
        $row = DB::table('came_in')->where('way', $way->value)->where('message', hash('sha256', $message))->first()
            ?? DB::table('came_in')->where('way', $way->value)->where('said', hash('sha256', $said))
                ->where('at', '>', now()->subSeconds(self::SAME_SECONDS))->orderBy('id')->first();

        return $row === null ? null : Report::query()->find((int) $row->report_id);
    }

    /** Call it inside the transaction in which the message is taken. */
    public static function keep(WayIn $way, string $message, string $said, Report $report): void
    {
        DB::table('came_in')->insert([
            'way' => $way->value, 'message' => hash('sha256', $message), 'said' => hash('sha256', $said),
            'report_id' => $report->id, 'at' => now(),
        ]);
    }
}
