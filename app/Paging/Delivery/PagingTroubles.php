<?php

declare(strict_types=1);

namespace App\Paging\Delivery;

use App\Platform\Contracts\Troubles;

/** Ways by which pages cannot go, or do not arrive. */
final class PagingTroubles implements Troubles
{
    public function troubles(): array
    {
        $trouble = [];
        foreach (MissingWays::told() as $missing) {
            $trouble[] = ['kind' => 'broken', ...$missing, 'since' => null];
        }
        foreach (DeliveryPaths::failing() as $path) {
            $trouble[] = [
                'kind' => 'path', 'what' => "Pages by {$path['channel']} are not arriving.",
                'does' => 'Each goes to the person’s next contact meanwhile'.(
                    $path['why'] === '' ? '.' : "; the gateway says: {$path['why']}."
                ),
                'since' => str_replace(' ', 'T', $path['since']).'Z',
            ];
        }

        return $trouble;
    }
}
