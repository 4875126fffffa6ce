<?php

declare(strict_types=1);

namespace App\Signals;

use App\Topology\Estate;
use Illuminate\Database\Eloquent\Collection;
use Skarvo\Incidents\HitService;
use Skarvo\Topology\Affected;
use Skarvo\Topology\State;

/** Alerts that nobody has decided about, brought together where their items hang together: one decision each. */
final class AlertGroups
{
    /** @return list<array<string, mixed>> what matters most first */
    public static function undecided(?string $from = null, ?string $to = null): array
    {
        $alerts = Alert::query()->undecided()->with('taker')
            ->when($from !== null, fn($query) => $query->where(fn($q) => $q->whereNull('closed_at')->orWhere('closed_at', '>=', $from)))
            ->when($to !== null, fn($query) => $query->where('first_signal_at', '<=', $to))
            ->orderBy('first_signal_at')->orderBy('id')->get();
        $estate = Estate::load();
        $groups = array_map(
            static fn(Collection $members): array => self::told($estate, $members),
            $alerts->groupBy(static fn(Alert $alert): int => $alert->group_id ?? $alert->id)->values()->all(),
        );
        usort($groups, static fn(array $a, array $b): int => [$a['taken'] !== null, $a['tier'], -$a['rank'], $a['since'], $a['id']] <=> [$b['taken'] !== null, $b['tier'], -$b['rank'], $b['since'], $b['id']]);

        return $groups;
    }

    /**
     * @param  Collection<int, Alert>  $alerts
     * @return array<string, mixed>
     */
    private static function told(Estate $estate, Collection $alerts): array
    {
        $impact = $estate->trace(Observed::by(Alert::query()->whereKey($alerts->modelKeys())));
        $services = $estate->services($impact);
        $ground = $estate->ground(array_values($alerts->pluck('item_id')->filter()->map(strval(...))->all()));
        // The alert that speaks for the group: the worst, and of those the first.
        $lead = $alerts->sort(static fn(Alert $a, Alert $b): int => [-$a->level->rank(), $a->first_signal_at, $a->id] <=> [-$b->level->rank(), $b->first_signal_at, $b->id])->first()
            ?? throw new \LogicException('A group has an alert.');
        // What people outside notice counts; where they notice nothing, the items do.
        $worst = $services !== [] ? max(array_map(static fn(HitService $s): int => $s->state->rank(), $services)) : max(array_map(static fn(Affected $a): int => $a->state->rank(), $impact->affected) ?: [0]);

        return [
            'id' => $lead->id,
            'alertIds' => array_values(array_unique([$lead->id, ...$alerts->modelKeys()])),
            'title' => $lead->title(),
            'state' => State::ofRank($worst)->value,
            'rank' => $worst,
            'tier' => $services === [] ? 9 : $services[0]->tier,
            'count' => $alerts->count(),
            'signals' => (int) $alerts->sum(static fn(Alert $a): int => $a->count),
            'flips' => (int) $alerts->sum(static fn(Alert $a): int => $a->flips),
            'since' => $alerts->min('first_signal_at'),
            'items' => $alerts->map(static fn(Alert $a): ?array => $a->item_id === null ? null : ['id' => $a->item_id, 'name' => $estate->name($a->item_id)])->filter()->unique('id')->values()->take(4),
            'services' => array_map(static fn($s): array => ['id' => $s->id, 'name' => $s->name, 'tier' => $s->tier, 'state' => $s->state->value], $services),
            'sites' => $estate->sites($impact),
            'root' => $ground === null || $ground->of === 1 ? null : ['id' => $ground->item, 'name' => $estate->name($ground->item), 'explains' => $ground->explains, 'of' => $ground->of],
            'taken' => $lead->taken_at === null ? null : ['by' => $lead->taker->name ?? '', 'at' => $lead->taken_at],
        ];
    }
}
