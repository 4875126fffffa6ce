<?php

declare(strict_types=1);

namespace App\Signals\Live;

use App\Signals\Tuning\Unowned;
use App\Topology\Estate;
use Illuminate\Support\Facades\DB;
use Skarvo\Signals\Handling;
use Skarvo\Signals\Level;
use Skarvo\Time\LocalTime;
use Skarvo\Time\Weekday;
use Skarvo\Time\WeekHours;
use Skarvo\Time\Zone;
use Skarvo\Time\ZonedHours;

/** Whose an alert is and what is done with it: by the rules, or else by its source, its item, or the service that its item endangers. */
final class Ownership
{
    private const AT_ONCE = 1000;

    /** @var array<array-key, array{string|null}|null> team by item; null: there is no such item */
    private array $items = [];

    /** @var array<array-key, string> items by the names that monitors have for them */
    private array $aliases = [];

    /** @var array<array-key, string|null>|null team by source */
    private ?array $sources = null;

    private ?Estate $estate = null;

    /** @var array<array-key, string|null> */
    private array $byService = [];

    /** @var array<array-key, true>|null */
    private ?array $teams = null;

    /** @var array{string|null}|null */
    private ?array $unowned = null;

    public function __construct(private readonly RuleSets $rules) {}

    /**
     * @param  list<\stdClass|null>  $signals  rows of signals
     * @return list<array{team: string|null, handling: Handling, version: int}>
     */
    public function of(array $signals): array
    {
        $this->read(array_values(array_unique(array_filter(
            array_map(static fn(?\stdClass $signal): ?string => $signal?->item, $signals), is_string(...),
        ))));

        return array_map(function (?\stdClass $signal): array {
            $version = $this->rules->versionFor((int) ($signal->id ?? 0));
            $route = $signal === null
                ? ['team' => null, 'handling' => null]
                : RuleSets::routing($version)->of(StoredSignal::toCore($signal));
            $team = $route['team'] !== null && isset($this->teams()[$route['team']]) ? $route['team'] : null;

            return [
                'team' => $team ?? $this->teamOf($signal?->source, $signal?->item),
                'handling' => $route['handling'] ?? Handling::Decide,
                'version' => $version,
            ];
        }, $signals);
    }

    /** The item of the estate that a monitor means, or its own name for it where the estate knows none. */
    public function idOf(string $named): string
    {
        $this->read([$named]);

        return $this->aliases[$named] ?? $named;
    }

    public function knows(string $item): bool
    {
        $this->read([$item]);

        return $this->items[$item] !== null;
    }

    /** @return int seconds since the epoch: when work begins next, or now if it is under way */
    public function nextHours(int $now): int
    {
        return self::hours()->next($now);
    }

    public static function hours(): ZonedHours
    {
        $days = array_map(
            static fn(mixed $day): ?Weekday => is_numeric($day) ? Weekday::cases()[(int) $day - 1] ?? null : null,
            config()->array('skarvo.working_hours.days'),
        );

        return new ZonedHours(Zone::orUtc(
            config()->string('skarvo.time_zone')
        ), new WeekHours(array_values(array_filter($days)), ...array_map(
            static fn(string $end): int => (int) LocalTime::secondsOfDay(config()->string("skarvo.working_hours.$end")), ['from', 'to'],
        )));
    }

    private function teamOf(?string $source, ?string $item): ?string
    {
        $team = (
            $item === null || ! $this->knows($item) ? null : $this->items[$item][0] ?? null
        ) ?? ($source === null ? null : $this->sources()[$source] ?? null);
        if ($team !== null || $item === null || ! $this->knows($item)) {
            return $team ?? $this->unowned();
        }
        if (! array_key_exists($item, $this->byService)) {
            $estate = $this->estate ??= Estate::open();
            $this->byService[$item] = null;
            foreach ($estate->services($estate->trace([$this->idOf($item) => Level::Critical->observed()])) as $service) {
                $this->byService[$item] ??= $estate->item($service->id)['team'] ?? null;
            }
        }

        return $this->byService[$item] ?? $this->unowned();
    }

    /** The team that gets what nobody owns, where the organisation names one. */
    private function unowned(): ?string
    {
        [$team] = $this->unowned ??= [Unowned::team()];

        return $team !== null && isset($this->teams()[$team]) ? $team : null;
    }

    /** @param  list<string>  $items  ids, as signals name them */
    private function read(array $items): void
    {
        $unread = array_values(array_filter($items, fn(string $item): bool => ! array_key_exists($item, $this->items)));
        foreach (array_chunk($unread, self::AT_ONCE) as $some) {
            $this->items += array_fill_keys($some, null);
            foreach (
                DB::table('item_aliases')->join('items', 'items.id', '=', 'item_aliases.item_id')
                    ->whereIn('named', $some)->get(['named', 'items.id', 'team_id']) as $row
            ) {
                $this->items[$row->named] = [$row->team_id];
                $this->aliases[$row->named] = (string) $row->id;
            }
            foreach (DB::table('items')->whereIn('id', $some)->get(['id', 'team_id']) as $row) {
                $this->items[$row->id] = [$row->team_id];
                unset($this->aliases[$row->id]);
            }
        }
    }

    /** @return array<array-key, string|null> */
    private function sources(): array
    {
        return $this->sources ??= DB::table('sources')->pluck('team_id', 'id')->all();
    }

    /** @return array<array-key, true> */
    private function teams(): array
    {
        return $this->teams ??= array_fill_keys(DB::table('teams')->pluck('id')->all(), true);
    }
}
