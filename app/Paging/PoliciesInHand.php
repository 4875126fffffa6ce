<?php

declare(strict_types=1);

namespace App\Paging;

use App\Platform\Contracts\InHand;
use App\Platform\Person;
use App\Platform\Staff\Names;

/** Policies that page somebody by name: those steps reach nobody once they have left. */
final class PoliciesInHand implements InHand
{
    public function inHand(Person $person): array
    {
        $lines = [];
        foreach (EscalationPolicy::query()->orderBy('team_id')->orderBy('id')->get() as $policy) {
            foreach ($policy->steps as $i => $step) {
                if (in_array("person:$person->id", $step['targets'], true)) {
                    $lines[] = [
                        'what' => "$policy->name, policy of ".Names::team($policy->team_id), 'link' => "/policies/$policy->team_id?policy=$policy->id",
                        'becomes' => 'step '.($i + 1).(count($step['targets']) === 1 ? ' of it pages nobody' : ' of it pages them no more'),
                    ];
                }
            }
        }

        return $lines;
    }
}
