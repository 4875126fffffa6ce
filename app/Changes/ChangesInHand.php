<?php

declare(strict_types=1);

namespace App\Changes;

use App\Platform\Contracts\InHand;
use App\Platform\Person;
use Skarvo\Changes\ChangeState;

/** Changes that somebody is to carry out, or has begun: nobody else does by itself. */
final class ChangesInHand implements InHand
{
    public function inHand(Person $person): array
    {
        return array_values(Change::query()->where('implementer_id', $person->id)->where('is_recorded', false)
            ->whereIn('state', array_filter(ChangeState::cases(), static fn(ChangeState $one): bool => ! $one->isOver()))
            ->orderBy('from_at')->orderBy('id')->get()
            ->map(static fn(Change $one): array => [
                'what' => "{$one->ref()} $one->title", 'link' => "/changes/$one->id",
                'becomes' => 'it still names them: say who carries it out',
            ])->all());
    }
}
