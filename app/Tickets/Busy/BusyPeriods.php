<?php

declare(strict_types=1);

namespace App\Tickets\Busy;

use App\Incidents\Contracts\RoomPanel;
use App\Incidents\Incident;
use App\Incidents\Situation;
use App\Platform\Journal\Actor;
use App\Platform\Journal\Journal;
use App\Platform\Moment;
use App\Platform\Person;
use App\Tickets\TicketEntry;
use Carbon\CarbonImmutable;
use Illuminate\Support\Facades\Cache;
use Illuminate\Support\Facades\DB;
use Skarvo\Tickets\BusyPeriod;

/**
 * Times when a service counts more, shown on what is open then. Call what writes inside a transaction.
 *
 * @phpstan-type BusyLine array{name: string, until: CarbonImmutable}
 */
final class BusyPeriods implements RoomPanel
{
    private const KNOWN = 'busy-periods';

    private const KNOWN_SECONDS = 60;

    /** @return BusyLine|null the one that a service is in now */
    public static function now(?string $service): ?array
    {
        $one = BusyPeriod::at(self::known(), $service ?? '', Moment::now());

        return $one === null ? null : ['name' => $one->name, 'until' => Moment::of($one->until)];
    }

    public function room(Incident $incident, Situation $situation, Person $reader): array
    {
        return ['busy' => static fn(): ?array => $incident->isOpen() ? self::now($incident->service_id) : null];
    }

    public static function add(string $name, ?string $service, CarbonImmutable $from, CarbonImmutable $until, Person $by): void
    {
        $id = DB::table('busy_periods')->insertGetId(['name' => $name, 'service_id' => $service, 'from_at' => $from, 'until_at' => $until]);
        self::changed();
        Journal::write(Actor::person($by), TicketEntry::BusyAdded, ['busy', $id], [
            'name' => $name, 'service' => $service, 'from' => $from->getTimestamp(), 'until' => $until->getTimestamp(),
        ]);
    }

    public static function drop(BusyTime $busy, Person $by): void
    {
        if (BusyTime::query()->whereKey($busy->id)->delete() === 1) {
            self::changed();
            Journal::write(Actor::person($by), TicketEntry::BusyDropped, ['busy', $busy->id], ['name' => $busy->name]);
        }
    }

    /** @return list<BusyPeriod> that are not over; every room and every ticket asks, and they are hardly ever changed */
    private static function known(): array
    {
        /** @var list<array{string, string|null, int, int}> $rows */
        $rows = Cache::remember(self::KNOWN, self::KNOWN_SECONDS, static fn(): array => array_values(
            DB::table('busy_periods')->where('until_at', '>', now())->orderBy('id')->get()->map(static fn(\stdClass $row): array => [
                (string) $row->name, $row->service_id, Moment::seconds((string) $row->from_at), Moment::seconds((string) $row->until_at),
            ])->all(),
        ));

        return array_map(static fn(array $row): BusyPeriod => new BusyPeriod(...$row), $rows);
    }

    /** Once what was changed is there for everybody. */
    private static function changed(): void
    {
        DB::afterCommit(static fn() => Cache::forget(self::KNOWN));
    }
}
