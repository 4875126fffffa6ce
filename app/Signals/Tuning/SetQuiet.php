<?php

declare(strict_types=1);

namespace App\Signals\Tuning;

use App\Platform\Journal\Actor;
use App\Platform\Journal\Journal;
use App\Platform\Moment;
use App\Platform\Person;
use App\Platform\Refused;
use App\Signals\SignalEntry;
use App\Signals\TakeSignals;
use App\Topology\Estate;
use Carbon\CarbonImmutable;
use Illuminate\Support\Facades\DB;

/** Times in which items are worked on, and make no alerts. Call it inside a transaction. */
final class SetQuiet
{
    private const LONGEST_DAYS = 14;

    private const NAMED = 5;

    /**
     * @param  list<string>  $items
     * @return int its number
     */
    public function __invoke(
        array $items, bool $withDependents, CarbonImmutable $from, CarbonImmutable $to, string $reason, Person $by,
    ): int {
        if ($from->diffInDays($to) > self::LONGEST_DAYS) {
            throw Refused::because('Use '.self::LONGEST_DAYS.' days at most.', 'to');
        }
        $covers = $withDependents ? Estate::open()->standingOn($items) : $items;
        $id = DB::table('quiet_times')->insertGetId([
            'items' => json_encode($items, JSON_THROW_ON_ERROR), 'with_dependents' => $withDependents,
            'covers' => json_encode(array_values($covers), JSON_THROW_ON_ERROR),
            'from_at' => Moment::text($from->getTimestamp()), 'to_at' => Moment::text($to->getTimestamp()),
            'reason' => $reason, 'author_id' => $by->id, 'made_at' => Moment::precise(now()),
        ]);
        TakeSignals::lookAtAll();
        Journal::write(
            Actor::person($by), SignalEntry::QuietSet, ['quiet', $id],
            ['items' => array_slice($items, 0, self::NAMED), 'until' => $to->toIso8601ZuluString(), 'reason' => $reason],
        );

        return $id;
    }

    /** Ends one now. */
    public function end(int $quiet, Person $by): void
    {
        $now = Moment::text(Moment::now());
        $row = DB::table('quiet_times')->where('id', $quiet)->where('to_at', '>', $now)->lockForUpdate()->first(['from_at', 'reason']);
        if ($row === null) {
            return;
        }
        DB::table('quiet_times')->where('id', $quiet)->update(['to_at' => max((string) $row->from_at, $now)]);
        TakeSignals::lookAtAll();
        Journal::write(Actor::person($by), SignalEntry::QuietEnded, ['quiet', $quiet], ['reason' => (string) $row->reason]);
    }
}
