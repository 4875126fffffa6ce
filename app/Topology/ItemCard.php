<?php

declare(strict_types=1);

namespace App\Topology;

use App\Platform\Given;
use App\Topology\Contracts\ItemPanel;
use Illuminate\Http\JsonResponse;

/** An item's record in short, for whoever works on something else: place, owners, attributes, what is open, neighbours. */
final class ItemCard
{
    private const MOST = 12;

    public function __invoke(Item $item): JsonResponse
    {
        $standing = Standing::now();
        $estate = $standing->estate;
        $affected = $standing->affected()[$item->id] ?? null;
        $named = static fn(string $id): array => ['id' => $id, 'name' => $estate->name($id), 'state' => $standing->state($id)->value];
        $needs = array_values(array_unique(array_merge(...[[], ...array_column($estate->needsOf([$item->id]), 'members')])));
        $neededBy = array_values(array_unique(array_column($estate->needsFor([$item->id]), 'owner')));

        return new JsonResponse([
            ...$named($item->id), 'kind' => $item->kind, 'tier' => $item->tier,
            'why' => $affected === null ? null : (new Reach($estate, $standing->impact()))->why($affected),
            'fields' => array_values(array_filter(
                array_map(
                    static fn(array $field): array => [
                        'label' => (string) $field['label'], 'value' => (string) ($field['shown'] ?? $field['value'] ?? ''),
                    ],
                    RecordedItem::told($item)['fields'],
                ),
                static fn(array $field): bool => $field['value'] !== '',
            )),
            'needs' => array_map($named, array_slice($needs, 0, self::MOST)),
            'neededBy' => array_map($named, array_slice($neededBy, 0, self::MOST)),
            ...array_merge(...array_map(static fn(ItemPanel $panel): array => $panel->card($item), Given::all(ItemPanel::class))),
        ]);
    }
}
