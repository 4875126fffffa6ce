<?php

declare(strict_types=1);

namespace App\Changes\Planning;

use App\Topology\Estate;
use App\Topology\Item;
use App\Topology\Owners;
use Skarvo\Changes\Rules\TakenDown;
use Skarvo\Topology\Affected;
use Skarvo\Topology\HitService;
use Skarvo\Topology\State;

/**
 * What a change touches, by the trace: what goes down with what it takes down, what only loses its spare, and whom to ask.
 *
 * @phpstan-type TouchedLine array{id: string, name: string, kind: string, tier: int|null, state: value-of<State>}
 */
final readonly class Touched
{
    /**
     * @param  list<Affected>  $affected  what it takes down itself among them
     * @param  list<HitService>  $services  worst and most important first
     * @param  list<string>  $down  ids of what it takes down itself
     */
    private function __construct(private Estate $estate, private array $affected, public array $services, private array $down) {}

    /** @param  list<string>  $down */
    public static function by(array $down, ?Estate $estate = null): self
    {
        $estate ??= Estate::open();
        $impact = $estate->trace(array_fill_keys($down, State::Down));

        return new self($estate, $impact->affected, $estate->services($impact), $down);
    }

    /** @return list<TouchedLine> worst first, without what it takes down itself */
    public function lines(): array
    {
        $others = array_values(array_filter($this->affected, fn(Affected $one): bool => ! in_array($one->id, $this->down, true)));
        usort($others, static fn(Affected $a, Affected $b): int => [-$a->state->rank(), $a->id] <=> [-$b->state->rank(), $b->id]);

        return array_map(function (Affected $one): array {
            $item = $this->estate->item($one->id);

            return [
                'id' => $one->id, 'name' => $item['name'] ?? $one->id, 'kind' => $item['kind'] ?? '', 'tier' => $item['tier'] ?? null,
                'state' => $one->state->value,
            ];
        }, $others);
    }

    /** @return int|null the tier that matters most of the services that it takes down or degrades */
    public function highestTier(): ?int
    {
        $tiers = array_map(
            static fn(HitService $one): int => $one->tier,
            array_filter($this->services, static fn(HitService $one): bool => $one->state->isBroken()),
        );

        return $tiers === [] ? null : min($tiers);
    }

    /** @return list<string> ids of services that it takes down or degrades */
    public function broken(): array
    {
        return array_values(array_map(
            static fn(HitService $one): string => $one->id,
            array_filter($this->services, static fn(HitService $one): bool => $one->state->isBroken()),
        ));
    }

    /** @return list<array{id: string, name: string, of: list<string>}> who answers for them */
    public function owners(): array
    {
        return Owners::of($this->broken());
    }

    /** @return list<TakenDown> what has to be within its hours */
    public function takenDown(): array
    {
        $broken = array_values(array_filter($this->affected, static fn(Affected $one): bool => $one->state->isBroken()));
        $services = array_column(array_filter($this->services, static fn(HitService $one): bool => $one->state->isBroken()), 'name', 'id');
        $found = [];
        foreach ($broken as $one) {
            $item = $this->estate->item($one->id);
            // Those of its own among them: a service that falls for another reason has other hours.
            $own = count($this->down) === 1 || $item === null || $item['kind'] === Item::SERVICE
                ? $services
                : array_intersect_key($services, array_flip($this->estate->standingOn([$one->id])));
            $found[] = new TakenDown($one->id, $item['name'] ?? $one->id, $own, $item['team'] ?? null);
        }

        return $found;
    }
}
