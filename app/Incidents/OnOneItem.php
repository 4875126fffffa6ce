<?php

declare(strict_types=1);

namespace App\Incidents;

use App\Incidents\Under\Children;
use App\Signals\Alert;
use App\Signals\Observed;
use Skarvo\Topology\Affected;
use Skarvo\Topology\State;

/**
 * Which open incidents, and which groups of alerts that nobody has decided about, hang on one item: what looks like
 * several troubles may be one.
 *
 * @phpstan-type Together array{
 *     item: array{id: string, name: string},
 *     troubles: list<array{kind: 'incident'|'group', id: int, ref: string, title: string, alertIds: list<int>}>,
 * }
 */
final class OnOneItem
{
    private const MOST_GROUPS = 40;

    /** Items of a trouble whose ground is looked for. */
    private const MOST_ITEMS = 30;

    /**
     * @var list<array{kind: 'incident'|'group', id: int, ref: string, title: string, alertIds: list<int>, ground: string, hits: array<array-key, true>}>|null
     */
    private ?array $all = null;

    private function __construct(private readonly Situation $situation) {}

    public static function now(Situation $situation): self
    {
        return new self($situation);
    }

    /** @return list<Together> those of two or more, the one with most first */
    public function together(): array
    {
        $all = $this->all();
        $shared = [];
        foreach ($all as $one) {
            $hanging = array_values(array_filter($all, static fn(array $other): bool => isset($one['hits'][$other['ground']])));
            if (count($hanging) > 1) {
                $shared[$one['ground']] = $hanging;
            }
        }
        // Of items that the same troubles hang on, the one at the bottom says it; it is hit by no other of them.
        uasort($shared, static fn(array $a, array $b): int => count($b) <=> count($a));
        $told = $seen = [];
        foreach ($shared as $item => $hanging) {
            $keys = array_map(static fn(array $t): string => "{$t['kind']} {$t['id']}", $hanging);
            if (array_diff($keys, $seen) === []) {
                continue;
            }
            array_push($seen, ...$keys);
            $told[] = [
                'item' => ['id' => (string) $item, 'name' => $this->situation->estate->name((string) $item)],
                'troubles' => array_map(self::tell(...), $hanging),
            ];
        }

        return $told;
    }

    /**
     * What hangs on the same as an incident.
     *
     * @return Together|null
     */
    public function ofIncident(Incident $incident): ?array
    {
        // What belongs together already need not be said to.
        $known = [$incident->id, Children::parentOf($incident->id), ...Children::of($incident->id)];
        foreach ($this->together() as $one) {
            if (
                array_filter($one['troubles'], static fn(array $t): bool => $t['kind'] === 'incident' && $t['id'] === $incident->id) === []
            ) {
                continue;
            }
            $others = array_values(array_filter(
                $one['troubles'], static fn(array $t): bool => ! ($t['kind'] === 'incident' && in_array($t['id'], $known, true)),
            ));
            if ($others !== []) {
                return ['item' => $one['item'], 'troubles' => $others];
            }
        }

        return null;
    }

    /**
     * Incidents that hang on the same as what is about to be declared.
     *
     * @param  array<array-key, State>  $observed
     * @return list<array{id: int, ref: string, title: string, item: string}>
     */
    public function with(array $observed): array
    {
        $own = $this->ground($observed);
        if ($own === null) {
            return [];
        }
        $hits = $this->hits($own);
        $told = [];
        foreach ($this->all() as $one) {
            $item = isset($one['hits'][$own]) ? $one['ground'] : (isset($hits[$one['ground']]) ? $own : null);
            if ($one['kind'] === 'incident' && $item !== null) {
                $told[] = [
                    'id' => $one['id'], 'ref' => $one['ref'], 'title' => $one['title'],
                    'item' => $this->situation->estate->name($item),
                ];
            }
        }

        return $told;
    }

    /**
     * @return list<array{kind: 'incident'|'group', id: int, ref: string, title: string, alertIds: list<int>, ground: string, hits: array<array-key, true>}>
     */
    private function all(): array
    {
        if ($this->all !== null) {
            return $this->all;
        }
        $found = [];
        $open = Incident::allOpen();
        $attached = Alert::query()->whereIn('incident_id', $open->modelKeys())->whereNull('closed_at')->whereNull('decide_again_at')
            ->orderBy('id')->get(['id', 'incident_id'])->groupBy('incident_id');
        foreach ($open as $incident) {
            $ground = $this->ground($this->situation->observed($incident->id));
            if ($ground !== null) {
                $found[] = [
                    'kind' => 'incident', 'id' => $incident->id, 'ref' => $incident->ref(), 'title' => $incident->title,
                    'alertIds' => array_values(array_map(intval(...), $attached->get($incident->id)?->modelKeys() ?? [])),
                    'ground' => $ground, 'hits' => $this->hits($ground),
                ];
            }
        }
        $undecided = Alert::query()->undecided()->whereNotNull('group_id');
        $groups = (clone $undecided)->getQuery()
            ->groupBy('group_id')->orderByRaw('min(first_signal_at)')->limit(self::MOST_GROUPS)->pluck('group_id');
        $observed = Observed::byGroup((clone $undecided)->whereIn('group_id', $groups));
        $alerts = (clone $undecided)->whereIn('group_id', $groups)->orderBy('first_signal_at')->orderBy('id')->get()->groupBy('group_id');
        foreach ($groups as $id) {
            $its = $alerts->get($id);
            $ground = $this->ground($observed[(int) $id] ?? []);
            if ($its !== null && $ground !== null) {
                $found[] = [
                    'kind' => 'group', 'id' => (int) $id, 'ref' => '', 'title' => $its->first()?->title() ?? '',
                    'alertIds' => array_values(array_map(intval(...), $its->modelKeys())), 'ground' => $ground,
                    'hits' => $this->hits($ground),
                ];
            }
        }

        return $this->all = $found;
    }

    /** @param  array<array-key, State>  $observed */
    private function ground(array $observed): ?string
    {
        $items = array_slice(array_map(strval(...), array_keys($observed)), 0, self::MOST_ITEMS);

        return count($items) === 1
            ? ($this->situation->estate->item($items[0]) === null ? null : $items[0])
            : $this->situation->estate->ground($items)?->item;
    }

    /** @return array<array-key, true> what is broken when an item is down, itself among it */
    private function hits(string $item): array
    {
        $broken = array_filter(
            $this->situation->estate->trace([$item => State::Down])->affected,
            static fn(Affected $a): bool => $a->state->isBroken(),
        );

        return array_fill_keys(array_column($broken, 'id'), true);
    }

    /**
     * @param  array{kind: 'incident'|'group', id: int, ref: string, title: string, alertIds: list<int>, ...}  $trouble
     * @return array{kind: 'incident'|'group', id: int, ref: string, title: string, alertIds: list<int>}
     */
    private static function tell(array $trouble): array
    {
        return [
            'kind' => $trouble['kind'], 'id' => $trouble['id'], 'ref' => $trouble['ref'], 'title' => $trouble['title'],
            'alertIds' => $trouble['alertIds'],
        ];
    }
}
