<?php

declare(strict_types=1);

namespace App\Paging;

use App\Platform\Person;
use App\Rota\Contracts\RotaPanel;
use App\Rota\Rota;
use Skarvo\Paging\StepTarget;
use Skarvo\Rota\Backing;

/** Stretches in which a call by the policy of a rota's team comes down to one person, or to nobody. */
final class SingleHanded implements RotaPanel
{
    public function page(Rota $rota, int $from, int $to): array
    {
        $policy = EscalationPolicy::query()->where('team_id', $rota->team_id)
            ->orderBy('id')->get()->first(static fn(EscalationPolicy $one): bool => $one->isForTheRest());
        $rotas = $people = [];
        foreach ($policy->steps ?? [] as $step) {
            foreach ($step['targets'] as $text) {
                $target = StepTarget::parse($text);
                if ($target?->isRota === true) {
                    $rotas[$target->id] = Rota::query()->find($target->id)?->between($from, $to);
                } elseif ($target !== null) {
                    $people[] = $target->id;
                }
            }
        }
        $names = Person::query()->pluck('name', 'id');

        return ['single' => $policy === null ? [] : array_map(static fn(array $one): array => [
            'from' => $one['from'] * 1000, 'to' => $one['to'] * 1000,
            'name' => $one['person'] === null ? null : (string) ($names[$one['person']] ?? $one['person']),
        ], Backing::single(array_values(array_filter($rotas)), array_values(array_unique($people))))];
    }
}
