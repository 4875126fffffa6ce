<?php

declare(strict_types=1);

namespace App\Signals;

use App\Platform\Contracts\BandRow;
use App\Platform\Database\Sql;
use App\Platform\Moment;
use App\Platform\Person;
use Illuminate\Support\Facades\DB;

/** How many alerts opened, grain by grain. */
final class AlertsOnBand implements BandRow
{
    /** Width of a grain, in seconds. */
    private const GRAIN = 240;

    public function rows(Person $reader, int $from, int $to): array
    {
        // In a flood many open in the same second: each such time is read once.
        $each = DB::table('alerts')->where('opened_at', '>=', Moment::text($from))->whereNull('withdrawn_at')
            ->selectRaw('opened_at, count(*) as many, '.Sql::count(
                'closed_at is null and (incident_id is null or decide_again_at is not null) and taken_at is null',
            ).' as undecided')->groupBy('opened_at');
        $rows = DB::query()->fromSub($each, 'each')
            ->selectRaw(
                Sql::epoch('opened_at').' / ? * ? as at, sum(many) as many, sum(undecided) as undecided', [self::GRAIN, self::GRAIN],
            )
            ->groupByRaw('1')->orderByRaw('1')->get();

        return [
            'grain' => self::GRAIN * 1000,
            'alerts' => array_values($rows->map(static fn(\stdClass $row): array => [
                'at' => (int) $row->at * 1000, 'count' => (int) $row->many, 'undecided' => (int) $row->undecided,
            ])->all()),
        ];
    }
}
