<?php

declare(strict_types=1);

namespace App\Topology;

use App\Platform\Contracts\Finds;
use App\Platform\Contracts\Sought;

/** Items for the command line. */
final class ItemsFound implements Finds
{
    public function find(Sought $sought): array
    {
        return array_values(FindItems::best($sought->text, '', self::EACH)->map(static fn(\stdClass $i): array => [
            'what' => $i->kind === Item::SERVICE ? 'service' : 'item', 'name' => (string) $i->name,
            'more' => trim("$i->kind $i->site"), 'link' => '/estate/'.rawurlencode((string) $i->id),
        ])->all());
    }
}
