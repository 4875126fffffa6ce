<?php

declare(strict_types=1);

namespace App\Updates\Outside;

use App\Platform\WallClock;
use App\Topology\Item;
use App\Updates\Planned\PlannedWork;
use App\Updates\Planned\PublicPlanned;
use App\Updates\PublicStates;
use App\Updates\Told;
use App\Updates\Update;
use Carbon\CarbonImmutable;
use Skarvo\Time\Zone;
use Skarvo\Topology\State;
use Skarvo\Updates\Past\Day;
use Skarvo\Updates\Past\History;
use Skarvo\Updates\Past\Statement;

/** All that outsiders may know now: what they were told, and nothing that they were not. */
final readonly class PublicPage
{
    /** So far back it tells. */
    public const DAYS = 30;

    /**
     * @param  list<PublicService>  $services
     * @param  list<Told>  $open
     * @param  list<Told>  $past  the latest first
     * @param  array<array-key, string>  $places  their files, by name
     * @param  list<PlannedWork>  $planned  the soonest first
     */
    private function __construct(
        public CarbonImmutable $at, public array $services, public array $open, public array $past, public array $places,
        public array $planned,
    ) {}

    public static function now(): self
    {
        $now = now()->toImmutable();
        $open = Told::open();
        $past = Told::resolvedSince($now->subDays(self::DAYS));
        $names = Item::query()->where('kind', Item::SERVICE)->whereNotNull('public_name')->orderBy('tier')->orderBy('public_name')
            ->pluck('public_name')->map(strval(...))->unique()->values()->all();
        $history = self::history([...$open, ...$past], $now->getTimestamp());
        $zone = Zone::orUtc(WallClock::organisation());
        $states = PublicStates::published();
        $doubts = array_column(PublicStates::doubtful(), null, 'name');
        $services = [];
        foreach (PublicAddress::files('service', array_values($names)) as $name => $file) {
            $services[] = self::service(
                (string) $name, $file, $states[$name] ?? null, $doubts[$name] ?? null,
                $history->days((string) $name, $zone, $now->getTimestamp(), self::DAYS),
            );
        }
        $places = array_values(array_unique(array_merge([], ...array_map(
            static fn(Update $one): array => $one->places, self::updatesOf([...$open, ...$past]),
        ))));
        sort($places);

        return new self($now, $services, $open, $past, PublicAddress::files('place', $places), PublicPlanned::open());
    }

    /** @return list<Update> the latest first */
    public function updates(): array
    {
        return self::updatesOf([...$this->open, ...$this->past]);
    }

    /** @return list<PlannedWork> of which a service is not, or only partly, available */
    public function plannedOn(string $service): array
    {
        return array_values(array_filter($this->planned, static fn(PlannedWork $one): bool => in_array($service, $one->names(), true)));
    }

    /** @return list<Told> those that are or were about a service */
    public function about(string $service): array
    {
        return self::with(
            [...$this->open, ...$this->past],
            static fn(Update $one): bool => in_array($service, array_column($one->services, 'name'), true),
        );
    }

    /** @return list<Told> those that named a place */
    public function at(string $place): array
    {
        return self::with([...$this->open, ...$this->past], static fn(Update $one): bool => in_array($place, $one->places, true));
    }

    /** @return list<Told> those that are open and named a place, or none at all: these may be there too */
    public function openAt(string $place): array
    {
        return array_values(array_filter($this->open, static function (Told $told) use ($place): bool {
            $named = array_merge([], ...array_map(static fn(Update $one): array => $one->places, $told->updates));

            return $named === [] || in_array($place, $named, true);
        }));
    }

    /**
     * @param  list<Told>  $all
     * @param  \Closure(Update): bool  $is
     * @return list<Told>
     */
    private static function with(array $all, \Closure $is): array
    {
        return array_values(array_filter($all, static fn(Told $told): bool => array_filter($told->updates, $is) !== []));
    }

    /**
     * @param  list<Told>  $all
     * @return list<Update>
     */
    private static function updatesOf(array $all): array
    {
        $updates = array_merge([], ...array_map(static fn(Told $one): array => $one->updates, $all));
        usort($updates, static fn(Update $a, Update $b): int => [$b->published_at, $b->id] <=> [$a->published_at, $a->id]);

        return $updates;
    }

    /** @param  list<Told>  $all */
    private static function history(array $all, int $now): History
    {
        $said = [];
        $ended = [];
        foreach ($all as $told) {
            foreach ($told->updates as $update) {
                $said[] = new Statement(
                    $told->incident->id, $update->published_at->getTimestamp(),
                    array_map(State::from(...), array_column($update->services, 'state', 'name')),
                );
            }
            if ($told->incident->resolved_at !== null) {
                $ended[$told->incident->id] = $told->incident->resolved_at->getTimestamp();
            }
        }

        return History::of($said, $ended, $now);
    }

    /**
     * @param  array{state: State, incident: int}|null  $published
     * @param  array{admitted: bool|null, ...}|null  $doubt
     * @param  list<Day>  $days
     */
    private static function service(string $name, string $file, ?array $published, ?array $doubt, array $days): PublicService
    {
        // Of what is worse than was published nothing is claimed, unless somebody decided that the page is right.
        $isSilent = $doubt !== null && $doubt['admitted'] !== false && $published === null;

        return new PublicService(
            $name, $file, $isSilent ? null : $published['state'] ?? State::Up, $published['incident'] ?? null,
            ($doubt['admitted'] ?? null) === true ? PublicStates::admission($name) : null, $days,
        );
    }
}
