<?php

declare(strict_types=1);

namespace App\Changes;

use App\Changes\Rules\StoredRules;
use App\Platform\Contracts\InHand;
use App\Platform\Person;
use Skarvo\Changes\ChangeState;

/** Changes that somebody is to carry out, has begun, or is to review: nobody else does by itself. And rules that name them. */
final class ChangesInHand implements InHand
{
    public function inHand(Person $person): array
    {
        $ahead = array_filter(ChangeState::cases(), static fn(ChangeState $one): bool => ! $one->isOver());

        $rules = in_array($person->id, StoredRules::now()->rules->people(), true) ? [[
            'what' => 'The rules of changes', 'link' => '/settings/changes', 'becomes' => 'they still name them: say who takes their place',
        ]] : [];

        return [...$rules, ...array_values(Change::query()->where('is_recorded', false)->where(
            static fn($any) => $any->where(static fn($theirs) => $theirs->where('implementer_id', $person->id)->whereIn('state', $ahead))
                ->orWhere(static fn($theirs) => $theirs->where('review_by_id', $person->id)->where('state', ChangeState::InReview)),
        )->orderBy('from_at')->orderBy('id')->get()
            ->map(static fn(Change $one): array => [
                'what' => "{$one->ref()} $one->title", 'link' => "/changes/$one->id",
                'becomes' => $one->state === ChangeState::InReview
                    ? 'a coordinator has to review it'
                    : 'it still names them: say who carries it out',
            ])->all())];
    }
}
