<?php

declare(strict_types=1);

namespace App\Tickets;

use App\Incidents\Report;
use App\Platform\Journal\Actor;
use App\Platform\Journal\Journal;
use App\Platform\Moment;
use Carbon\CarbonImmutable;
use Skarvo\Tickets\Surge;
use Skarvo\Time\Zone;

/**
 * Finds services on which more people report than usual: the same computation as `bin/skarvo surge`. Reports that belong to
 * an incident count, but a surge of which all belong to one needs no decision.
 */
final class FindSurges
{
    /** Fewer reports within the last hours are never a surge. */
    private const FEWEST = 4;

    private const LATELY_HOURS = 2;

    /** What is usual is learned from so many days. */
    private const DAYS = 90;

    /** @return int how many decisions came, changed or went; call it inside a transaction */
    public static function look(): int
    {
        $lately = Report::query()->where('told_at', '>=', now()->subHours(self::LATELY_HOURS))->selectRaw('service_id, count(*) as many')
            ->groupBy('service_id')->pluck('many', 'service_id');
        $open = FoundSurge::query()->with('service')->where('state', SurgeState::Open)->get()->keyBy('service_id');
        $done = 0;
        $many = $lately->filter(static fn(mixed $count): bool => (int) $count >= self::FEWEST)->keys();
        foreach ($many->merge($open->keys())->unique() as $service) {
            $done += self::ofService((string) $service, $open->get((string) $service));
        }

        return $done;
    }

    private static function ofService(string $service, ?FoundSurge $open): int
    {
        $now = Moment::now();
        $since = $now - self::DAYS * 86400;
        $reports = array_values(Report::query()->where('service_id', $service)
            ->where('told_at', '>=', CarbonImmutable::createFromTimestampUTC($since))->where('told_at', '<=', now())->orderBy('told_at')
                ->pluck('told_at')
            ->map(static fn(mixed $at): int => CarbonImmutable::parse($at)->getTimestamp())->all());
        $told = Surge::of(Zone::orUtc(config()->string('skarvo.time_zone')), $reports, $since, $now);
        if (! $told->isOn || $told->beganAt === null) {
            return $open === null ? 0 : self::decided($open, SurgeState::Over, TicketEntry::SurgeOver);
        }
        if ($open !== null) {
            // One that lasts keeps its beginning.
            $count = Report::query()->where('service_id', $service)->where('told_at', '>=', $open->began_at)->count();
            if ($open->loose()->doesntExist()) {
                return self::decided($open, SurgeState::Confirmed, TicketEntry::SurgeConfirmed);
            }

            return (int) ($count !== $open->count && $open->update(['count' => $count, 'usual' => max($open->usual, $told->usual)]));
        }
        // Decided already: what goes on, or comes again within the hour, is the same surge.
        $isDecided = FoundSurge::query()->where('service_id', $service)->whereIn('state', [SurgeState::Confirmed, SurgeState::Dismissed])
            ->where('ended_at', '>=', now()->subHour())->exists();
        $surge = new FoundSurge([
            'service_id' => $service, 'began_at' => Moment::of($told->beganAt), 'found_at' => now(), 'count' => $told->count,
            'usual' => round($told->usual, 2), 'state' => SurgeState::Open,
        ]);
        if ($isDecided || $surge->loose()->count() < self::FEWEST) {
            return 0;
        }
        $surge->save();
        Journal::write(Actor::system(), TicketEntry::SurgeFound, [FoundSurge::KIND, $surge->id], [
            'service' => $surge->name(), 'count' => $told->count, 'usual' => (string) round($told->usual, 1),
            'since' => $surge->began_at->toIso8601ZuluString(),
        ], ['service' => $service]);

        return 1;
    }

    /** Nobody reports any more, or all of it belongs to something by now. */
    private static function decided(FoundSurge $surge, SurgeState $state, TicketEntry $kind): int
    {
        $surge->update(['state' => $state, 'ended_at' => now()]);
        Journal::write(
            Actor::system(), $kind, [FoundSurge::KIND, $surge->id], ['service' => $surge->name()], ['service' => $surge->service_id],
        );

        return 1;
    }
}
