<?php

declare(strict_types=1);

namespace App\Topology;

use Skarvo\Topology\Affected;
use Skarvo\Topology\AffectedItems;
use Skarvo\Topology\Candidate;
use Skarvo\Topology\Candidates;
use Skarvo\Topology\CommonGround;
use Skarvo\Topology\Downtime;
use Skarvo\Topology\Graph;
use Skarvo\Topology\HitService;
use Skarvo\Topology\Loops;
use Skarvo\Topology\State;
use Skarvo\Topology\Trace;
use Skarvo\Topology\Underneath;
use Skarvo\Topology\WeakPoints;

/** What the estate says to questions: each reads as much of it as its answer needs. */
final class Estate
{
    private readonly GrowingGraph $part;

    private readonly Graph $graph;

    private function __construct()
    {
        $this->part = new GrowingGraph;
        $this->graph = $this->part->graph;
    }

    /** Reads nothing yet. */
    public static function open(): self
    {
        return new self;
    }

    /** All of it, for questions about every item. */
    public static function whole(): self
    {
        $estate = new self;
        $estate->part->growWhole();

        return $estate;
    }

    /** @return array{id: string, name: string, kind: string, tier: ?int, team: ?string, site: ?string, public_name: ?string}|null */
    public function item(string $id): ?array
    {
        return $this->part->item($id);
    }

    /**
     * Reads what some items are at once, for who asks for one after the other.
     *
     * @param  list<string>  $ids
     */
    public function readAhead(array $ids): void
    {
        $this->part->readItems($ids);
    }

    public function name(string $id): string
    {
        return $this->item($id)['name'] ?? $id;
    }

    /**
     * @param  list<string>  $items
     * @return list<array{owner: string, name: ?string, needs: int, strength: string, relation: ?string, members: list<string>}> what they
     *      need
     */
    public function needsOf(array $items): array
    {
        $numbers = $this->part->numbers($items);
        $this->part->readNeeds(array_map($this->graph->id(...), $numbers));
        $of = $this->graph->needsOf();

        return $this->part->told(array_merge(...array_map(static fn(int $number): array => $of[$number] ?? [], $numbers)));
    }

    /**
     * @param  list<string>  $items
     * @return list<array{owner: string, name: ?string, needs: int, strength: string, relation: ?string, members: list<string>}> the needs
     *      of which one of them is a member
     */
    public function needsFor(array $items): array
    {
        $numbers = $this->part->numbers($items);
        $this->part->readDependents(array_map($this->graph->id(...), $numbers));

        return $this->part->told(array_merge(...array_map($this->graph->servedBy(...), $numbers)));
    }

    /** @return int how many needs it is a member of; of an estate that was read whole */
    public function dependents(string $item): int
    {
        return count($this->graph->servedBy((int) $this->graph->number($item)));
    }

    /**
     * Reads at once what some items would take along, for who asks about them one by one.
     *
     * @param  list<string>  $items
     */
    public function prepare(array $items): void
    {
        $this->part->growAsFarAsHit(array_fill_keys($this->part->numbers($items), State::Down->rank()));
    }

    /**
     * @param  list<string>  $items  those that are not in the estate are passed over
     */
    public function ground(array $items): ?CommonGround
    {
        $numbers = $this->part->numbers($items);
        $this->prepare($items);

        return CommonGround::of($this->graph, $numbers);
    }

    /**
     * @param  list<array{string, State, int}>  $symptoms  item, state, since when in seconds since the epoch; of items in the estate
     * @param  list<string>  $watched  items; those that are not in the estate are passed over
     * @return list<Candidate> best first
     */
    public function candidates(array $symptoms, array $watched): array
    {
        // What may be the cause is looked at as a whole: at the bottom of an estate stands what most of it needs.
        $this->part->growWhole();

        return Candidates::of(
            $this->graph,
            array_map(fn(array $symptom): array => [(int) $this->graph->number($symptom[0]), $symptom[1], $symptom[2]], $symptoms),
            array_values(array_filter(array_map($this->graph->number(...), $watched), is_int(...))),
        );
    }

    /** All of it, for a question of the core that somebody else asks. */
    public function graph(): Graph
    {
        $this->part->growWhole();

        return $this->graph;
    }

    /**
     * @param  list<string>  $items  those that are not in the estate are passed over
     * @return list<string> with all that stands on them, directly or through others
     */
    public function standingOn(array $items): array
    {
        $numbers = $this->part->numbers($items);
        $this->part->growUp($numbers);

        return array_map($this->graph->id(...), $this->graph->standingOn($numbers));
    }

    /** @return list<string> every single item whose failure takes a service down */
    public function weakPoints(string $service): array
    {
        $numbers = $this->part->numbers([$service]);
        $this->part->growDown($numbers);

        return $numbers === [] ? [] : WeakPoints::of($this->graph, $numbers[0]);
    }

    /** @return list<string> of those, what itself needs nothing: single things at the very bottom */
    public function bareWeakPoints(string $service): array
    {
        return array_values(array_filter(
            $this->weakPoints($service),
            fn(string $id): bool => ! isset($this->graph->needsOf()[(int) $this->graph->number($id)]),
        ));
    }

    /** @return list<list<string>> items that need each other in a circle; of an estate that was read whole */
    public function loops(): array
    {
        return Loops::of($this->graph);
    }

    /**
     * @param  list<string>  $items  those that are not in the estate are passed over
     * @return array<array-key, array{distance: int, above: string|null}> by item, all that they stand on: how many steps down, and what is
     *      above it on a shortest way
     */
    public function underneath(array $items): array
    {
        $numbers = $this->part->numbers($items);
        $this->part->growDown($numbers);
        $found = [];
        foreach (Underneath::of($this->graph, $numbers) as $number => [$distance, $above]) {
            $found[$this->graph->id($number)] = ['distance' => $distance, 'above' => $above === null ? null : $this->graph->id($above)];
        }

        return $found;
    }

    /** @param  array<array-key, State>  $observed  worst state by item; items that are not in the estate are passed over */
    public function trace(array $observed): AffectedItems
    {
        $numbers = $this->part->numbers(array_map(strval(...), array_keys($observed)));
        $pairs = array_map(fn(int $number): array => [$number, $observed[$this->graph->id($number)]], $numbers);
        do {
            $impact = Trace::of($this->graph, $pairs);
        } while ($this->part->readDependents(array_column($impact->affected, 'id')));
        // Whoever asks what is hit asks next what that is.
        $this->readAhead(array_column($impact->affected, 'id'));

        return $impact;
    }

    /**
     * @param  list<array{string, State, int, int|null}>  $observed  item, state, from and to in seconds since the epoch; of
     *     what the service stands on, and itself
     */
    public function downtime(string $service, array $observed, int $from, int $to): Downtime
    {
        $numbers = $this->part->numbers([$service]);
        $this->part->growDown($numbers);
        $known = array_values(array_filter(
            array_map(fn(array $one): array => [$this->graph->number($one[0]), $one[1], $one[2], $one[3]], $observed),
            static fn(array $one): bool => $one[0] !== null,
        ));

        return Downtime::of($this->graph, $numbers[0], $known, $from, $to);
    }

    /** @return list<HitService> services that are not up, worst and most important first */
    public function services(AffectedItems $impact): array
    {
        $services = [];
        foreach ($impact->affected as $affected) {
            $item = $this->item($affected->id);
            if ($item !== null && $item['kind'] === Item::SERVICE) {
                $services[] = new HitService($affected->id, $item['name'], $item['tier'] ?? 4, $affected->state);
            }
        }
        usort(
            $services,
            static fn(HitService $a, HitService $b): int =>
                [$a->tier, -$a->state->rank(), $a->name] <=> [$b->tier, -$b->state->rank(), $b->name],
        );

        return $services;
    }

    /** @return list<string> sites at which something is down or degraded, in order of name */
    public function sites(AffectedItems $impact): array
    {
        $broken = array_filter($impact->affected, static fn(Affected $a): bool => $a->state->isBroken());
        $sites = array_filter(array_map(fn(Affected $a): ?string => $this->item($a->id)['site'] ?? null, $broken));
        sort($sites);

        return array_values(array_unique($sites));
    }
}
