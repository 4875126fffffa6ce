<?php

declare(strict_types=1);

namespace App\Topology;

use Illuminate\Support\Facades\DB;
use Skarvo\Incidents\HitService;
use Skarvo\Topology\Affected;
use Skarvo\Topology\Candidate;
use Skarvo\Topology\Candidates;
use Skarvo\Topology\CommonGround;
use Skarvo\Topology\Graph;
use Skarvo\Topology\Impact;
use Skarvo\Topology\Loops;
use Skarvo\Topology\State;
use Skarvo\Topology\Strength;
use Skarvo\Topology\Trace;
use Skarvo\Topology\Underneath;
use Skarvo\Topology\WeakPoints;

/** All items and what they need, loaded once, ready to be traced. */
final class Estate
{
    private readonly Graph $graph;

    /** @var array<array-key, array{id: string, name: string, kind: string, tier: ?int, team: ?string, site: ?string, public_name: ?string}> */
    private array $items = [];

    /** @var list<array{owner: string, name: ?string, needs: int, strength: string, relation: ?string, members: list<string>}> */
    private array $needs = [];

    private function __construct()
    {
        $this->graph = new Graph;
    }

    public static function load(): self
    {
        $estate = new self;
        foreach (DB::table('items')->orderBy('id')->get() as $row) {
            $estate->items[$row->id] = [
                'id' => (string) $row->id, 'name' => $row->name, 'kind' => $row->kind, 'tier' => $row->tier === null ? null : (int) $row->tier,
                'team' => $row->team_id, 'site' => $row->site, 'public_name' => $row->public_name,
            ];
            $estate->graph->addItem((string) $row->id);
        }
        $groups = [];
        foreach (DB::table('need_groups')->orderBy('id')->get() as $row) {
            $groups[$row->id] = ['owner' => (string) $row->item_id, 'name' => (string) $row->name, 'needs' => (int) $row->needs, 'strength' => (string) $row->strength, 'relation' => $row->relation_id, 'members' => []];
        }
        foreach (DB::table('dependencies')->orderBy('id')->get() as $row) {
            if ($row->group_id !== null && isset($groups[$row->group_id])) {
                $groups[$row->group_id]['members'][] = (string) $row->to_id;
            } else {
                $estate->addNeed(['owner' => (string) $row->from_id, 'name' => null, 'needs' => 1, 'strength' => (string) $row->strength, 'relation' => $row->relation_id, 'members' => [(string) $row->to_id]]);
            }
        }
        foreach ($groups as $group) {
            $estate->addNeed($group);
        }

        return $estate;
    }

    /** @param  array{owner: string, name: ?string, needs: int, strength: string, relation: ?string, members: list<string>}  $need */
    private function addNeed(array $need): void
    {
        $this->needs[] = $need;
        $this->graph->addNeed(
            $this->number($need['owner']),
            array_map($this->number(...), $need['members']),
            $need['needs'],
            Strength::from($need['strength']),
        );
    }

    private function number(string $id): int
    {
        return $this->graph->number($id) ?? throw new \LogicException("There is no item $id.");
    }

    /** @return array{id: string, name: string, kind: string, tier: ?int, team: ?string, site: ?string, public_name: ?string}|null */
    public function item(string $id): ?array
    {
        return $this->items[$id] ?? null;
    }

    public function name(string $id): string
    {
        return $this->items[$id]['name'] ?? $id;
    }

    /** @return list<array{owner: string, name: ?string, needs: int, strength: string, relation: ?string, members: list<string>}> */
    public function needs(): array
    {
        return $this->needs;
    }

    /**
     * @param  list<string>  $items  those that are not in the estate are passed over
     */
    public function ground(array $items): ?CommonGround
    {
        return CommonGround::of($this->graph, array_values(array_unique(array_filter(array_map($this->graph->number(...), $items), is_int(...)))));
    }

    /**
     * @param  list<array{string, State, int}>  $symptoms  item, state, since when in seconds since the epoch; of items in the estate
     * @param  list<string>  $watched  items; those that are not in the estate are passed over
     * @return list<Candidate> best first
     */
    public function candidates(array $symptoms, array $watched): array
    {
        return Candidates::of(
            $this->graph,
            array_map(fn(array $symptom): array => [$this->number($symptom[0]), $symptom[1], $symptom[2]], $symptoms),
            array_values(array_filter(array_map($this->graph->number(...), $watched), is_int(...))),
        );
    }

    /**
     * @param  list<string>  $items  those that are not in the estate are passed over
     * @return list<string> with all that stands on them, directly or through others
     */
    public function standingOn(array $items): array
    {
        return array_map($this->graph->id(...), $this->graph->standingOn(array_values(array_filter(array_map($this->graph->number(...), $items), is_int(...)))));
    }

    /** @return list<string> every single item whose failure takes a service down */
    public function weakPoints(string $service): array
    {
        return WeakPoints::of($this->graph, $this->number($service));
    }

    /** @return list<string> of those, what itself needs nothing: single things at the very bottom */
    public function bareWeakPoints(string $service): array
    {
        $owners = array_fill_keys(array_column($this->needs, 'owner'), true);

        return array_values(array_filter($this->weakPoints($service), static fn(string $id): bool => ! isset($owners[$id])));
    }

    /** @return list<list<string>> items that need each other in a circle */
    public function loops(): array
    {
        return Loops::of($this->graph);
    }

    /**
     * @param  list<string>  $items  those that are not in the estate are passed over
     * @return array<array-key, array{distance: int, above: string|null}> by item, all that they stand on: how many steps down, and what is above it on a shortest way
     */
    public function underneath(array $items): array
    {
        $found = [];
        foreach (Underneath::of($this->graph, array_values(array_filter(array_map($this->graph->number(...), $items), is_int(...)))) as $number => [$distance, $above]) {
            $found[$this->graph->id($number)] = ['distance' => $distance, 'above' => $above === null ? null : $this->graph->id($above)];
        }

        return $found;
    }

    /** @param  array<array-key, State>  $observed  worst state by item; items that are not in the estate are passed over */
    public function trace(array $observed): Impact
    {
        $pairs = [];
        foreach ($observed as $id => $state) {
            $number = $this->graph->number((string) $id);
            if ($number !== null) {
                $pairs[] = [$number, $state];
            }
        }

        return Trace::of($this->graph, $pairs);
    }

    /** @return list<HitService> services that are not up, worst and most important first */
    public function services(Impact $impact): array
    {
        $services = [];
        foreach ($impact->affected as $affected) {
            $item = $this->items[$affected->id];
            if ($item['kind'] === Item::SERVICE) {
                $services[] = new HitService($affected->id, $item['name'], $item['tier'] ?? 4, $affected->state);
            }
        }
        usort($services, static fn(HitService $a, HitService $b): int => [$a->tier, -$a->state->rank(), $a->name] <=> [$b->tier, -$b->state->rank(), $b->name]);

        return $services;
    }

    /** @return list<string> sites at which something is down or degraded, in order of name */
    public function sites(Impact $impact): array
    {
        $broken = array_filter($impact->affected, static fn(Affected $a): bool => $a->state->rank() >= State::Degraded->rank());
        $sites = array_filter(array_map(fn(Affected $a): ?string => $this->items[$a->id]['site'], $broken));
        sort($sites);

        return array_values(array_unique($sites));
    }
}
