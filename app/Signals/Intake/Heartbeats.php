<?php

declare(strict_types=1);

namespace App\Signals\Intake;

use App\Platform\Contracts\ClockPart;
use App\Platform\Journal\Actor;
use App\Platform\Journal\Journal;
use App\Platform\Moment;
use App\Platform\Person;
use App\Platform\Refused;
use App\Signals\AcceptSignals;
use App\Signals\Live\StoredSignal;
use App\Signals\SignalEntry;
use Illuminate\Support\Facades\DB;
use Skarvo\Signals\Level;
use Skarvo\Signals\Replay\ReplaySignal;
use Skarvo\Time\Instant;

/** Sources and checks that should speak every so often: their silence is a signal, and their return clears it. */
final class Heartbeats implements ClockPart
{
    public const SOURCE = 'heartbeats';

    /** While one is silent, how often it is looked whether it spoke through a signal. */
    private const LOOK_SECONDS = 5;

    private const LOOKED_THROUGH = 20_000;

    public function __construct(private readonly AcceptSignals $accept) {}

    /** Takes a beat that came by itself. @return int how many heartbeats it is one of */
    public function beat(string $source, ?string $check, ?string $item): int
    {
        return DB::transaction(function () use ($source, $check, $item): int {
            $rows = DB::table('heartbeats')->where('source', $source)
                ->when($check !== null, fn($query) => $query->where('check', $check))
                    ->when($item !== null, fn($query) => $query->where('item', $item))->get();
            foreach ($rows as $row) {
                $this->heard($row, Moment::now());
            }

            return $rows->count();
        });
    }

    public function name(): string
    {
        return 'heartbeats';
    }

    public function whileBroken(): string
    {
        return 'A heartbeat that is missing is not noticed.';
    }

    /** Looks at those that are due: whether they spoke meanwhile, or have fallen silent. */
    public function __invoke(\Closure $mayWork): int
    {
        $due = static fn() => DB::table('heartbeats')->where('due_at', '<=', Moment::now());
        if (! $due()->exists()) {
            return 0;
        }

        return DB::transaction(function () use ($due, $mayWork): int {
            $rows = $due()->orderBy('due_at')->limit(200)->get();
            if (! $mayWork()) {
                return 0;
            }
            $now = Moment::now();
            foreach ($rows as $row) {
                $last = max((int) $row->last_at, (int) self::lastWord($row));
                $limit = (int) $row->every_seconds + (int) $row->grace_seconds;
                if ($last > (int) $row->since && $last + $limit > $now) {
                    $this->heard($row, $last);
                } elseif (max($last, (int) $row->since) + $limit > $now) {
                    DB::table('heartbeats')->where('id', $row->id)->update(['due_at' => max($last, (int) $row->since) + $limit]);
                } elseif (! $row->silent) {
                    $times = (int) $row->times_silent + 1;
                    DB::table('heartbeats')
                        ->where('id', $row->id)
                        ->update(['silent' => true, 'times_silent' => $times, 'due_at' => $now + self::LOOK_SECONDS]);
                    $this->tell(
                        $row, $times, 'firing', $now,
                        'Nothing was heard from '.self::named($row).' for '
                            .self::span($now - max($last, (int) $row->since)).'; it should speak every '
                            .self::span((int) $row->every_seconds).'.',
                    );
                } else {
                    DB::table('heartbeats')->where('id', $row->id)->update(['due_at' => $now + self::LOOK_SECONDS]);
                }
            }

            return $rows->count();
        });
    }

    /** Takes one away; the silence that it told of is over with it. */
    public function drop(string $source, int $id, Person $by): void
    {
        $row = DB::table('heartbeats')->where('source', $source)->where('id', $id)->first();
        if ($row !== null && $row->silent) {
            $this->tell($row, (int) $row->times_silent, 'clear', Moment::now(), self::named($row).' is no longer expected to speak.');
        }
        if (DB::table('heartbeats')->where('source', $source)->where('id', $id)->delete() > 0) {
            Journal::write(Actor::person($by), SignalEntry::HeartbeatDropped, ['source', $source], ['name' => $source]);
        }
    }

    /**
     * Expects a source to speak from now on.
     *
     * @param  int  $every  seconds
     * @param  int  $grace  seconds
     *
     * @throws Refused if the same is expected already: its silence would be told of twice
     */
    public function expect(
        string $source, string $name, ?string $check, ?string $item, int $every, int $grace, Level $level, Person $by,
    ): void {
        $same = DB::table('heartbeats')->where('source', $source)->where('check', $check)->where('item', $item)->value('name');
        if ($same !== null) {
            throw Refused::because("\"$same\" expects the same already. Take it away first, or name another check or item.", 'name');
        }
        $now = Moment::now();
        DB::table('heartbeats')->insert([
            'name' => $name, 'source' => $source, 'check' => $check, 'item' => $item, 'every_seconds' => $every, 'grace_seconds' => $grace,
            'level' => $level->value, 'since' => $now, 'due_at' => $now + $every + $grace,
        ]);
        Journal::write(Actor::person($by), SignalEntry::HeartbeatMade, ['source', $source], ['name' => $name]);
    }

    private function heard(\stdClass $row, int $at): void
    {
        DB::table('heartbeats')
            ->where('id', $row->id)
            ->update(['last_at' => $at, 'silent' => false, 'due_at' => $at + (int) $row->every_seconds + (int) $row->grace_seconds]);
        if ($row->silent) {
            $this->tell($row, (int) $row->times_silent, 'clear', Moment::now(), self::named($row).' speaks again.');
        }
    }

    /** When a signal of what the heartbeat is about came last. */
    private static function lastWord(\stdClass $row): ?int
    {
        if ($row->check === null && $row->item === null) {
            $last = DB::table('source_minutes')->where('source', $row->source)->max('last_at');
        } elseif ($row->check !== null && $row->item !== null) {
            $last = DB::table('signals')
                ->where('family', StoredSignal::familyNumber(ReplaySignal::familyOf($row->source, $row->item, $row->check)))
                ->max('at');
        } else {
            // No index leads to one of the two alone: what came lately is looked through.
            $last = DB::table('signals')
                ->where('id', '>', (int) DB::table('signals')->max('id') - self::LOOKED_THROUGH)
                ->where('source', $row->source)
                ->when($row->check !== null, fn($query) => $query->where('check', $row->check))
                    ->when($row->item !== null, fn($query) => $query->where('item', $row->item))->max('received_at');
        }

        return $last === null ? null : (int) $last;
    }

    /** The number of the silence makes a repeat after a crash harmless. */
    private function tell(\stdClass $row, int $times, string $condition, int $at, string $summary): void
    {
        ($this->accept)([(object) array_filter([
            'at' => Instant::format($at), 'source' => self::SOURCE, 'item' => $row->item,
            'check' => 'silence-'.$row->source.($row->check === null ? '' : "-$row->check"),
            'condition' => $condition, 'level' => $row->level, 'id' => "$row->id-$times-$condition", 'summary' => $summary,
        ], static fn(mixed $value): bool => $value !== null)]);
    }

    private static function named(\stdClass $row): string
    {
        return $row->name !== '' ? $row->name : trim("$row->source ".($row->check ?? '').' '.($row->item ?? ''));
    }

    private static function span(int $seconds): string
    {
        return match (true) {
            $seconds < 120 => "$seconds seconds",
            $seconds < 7200 => intdiv($seconds, 60).' minutes',
            default => intdiv($seconds, 3600).' hours',
        };
    }
}
