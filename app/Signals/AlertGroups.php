<?php

declare(strict_types=1);

namespace App\Signals;

use App\Topology\Estate;
use Illuminate\Database\Eloquent\Collection;
use Skarvo\Topology\Affected;
use Skarvo\Topology\State;

/** Alerts that nobody has decided about, brought together where their items hang together: one decision each. */
final class AlertGroups
{
    /** @return list<array<string, mixed>> what matters most first */
    public static function undecided(?string $from = null, ?string $to = null): array
    {
        $alerts = Alert::query()->undecided()->with('taker')
            ->when($from !== null, fn ($query) => $query->where('last_signal_at', '>=', $from))
            ->when($to !== null, fn ($query) => $query->where('first_signal_at', '<=', $to))
            ->orderBy('first_signal_at')->orderBy('id')->get();
        $estate = Estate::load();
        $groups = array_map(
            static fn (array $indexes): array => self::told($estate, $alerts->filter(static fn (Alert $alert, int $index): bool => in_array($index, $indexes, true))->values()),
            $estate->kin($alerts->map(static fn (Alert $alert): string => $alert->item_id ?? "alert $alert->id")->values()->all()),
        );
        usort($groups, static fn (array $a, array $b): int => [$a['taken'] !== null, $a['tier'], -$a['rank'], $a['since'], $a['id']] <=> [$b['taken'] !== null, $b['tier'], -$b['rank'], $b['since'], $b['id']]);

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
        $explains = array_count_values(array_map(static fn (Affected $a): string => $a->because[count($a->because) - 1], $impact->affected));
        arsort($explains);
        $root = array_key_first($explains);
        // The alert that speaks for the group: the worst, and of those the first.
        $lead = $alerts->sort(static fn (Alert $a, Alert $b): int => [-$a->level->rank(), $a->first_signal_at, $a->id] <=> [-$b->level->rank(), $b->first_signal_at, $b->id])->first()
            ?? throw new \LogicException('A group has an alert.');
        $worst = max(array_map(static fn (Affected $a): int => $a->state->rank(), $impact->affected) ?: [0]);

        return [
            'id' => $lead->id,
            'alertIds' => array_values(array_unique([$lead->id, ...$alerts->modelKeys()])),
            'title' => $lead->title(),
            'state' => State::ofRank($worst)->value,
            'rank' => $worst,
            'tier' => $services === [] ? 9 : $services[0]->tier,
            'count' => $alerts->count(),
            'signals' => $alerts->sum('count'),
            'flips' => $alerts->sum('flips'),
            'since' => $alerts->min('first_signal_at'),
            'items' => $alerts->map(static fn (Alert $a): ?array => $a->item_id === null ? null : ['id' => $a->item_id, 'name' => $estate->name($a->item_id)])->filter()->unique('id')->values()->take(4),
            'services' => array_map(static fn ($s): array => ['id' => $s->id, 'name' => $s->name, 'tier' => $s->tier, 'state' => $s->state->value], $services),
            'sites' => $estate->sites($impact),
            'root' => $root === null || $alerts->count() === 1 ? null : ['id' => (string) $root, 'name' => $estate->name((string) $root), 'explains' => $explains[$root], 'of' => count($impact->affected)],
            'taken' => $lead->taken_at === null ? null : ['by' => $lead->taker->name ?? '', 'at' => $lead->taken_at],
        ];
    }
}
