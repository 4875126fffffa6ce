<?php

declare(strict_types=1);

namespace App\Updates\Following;

use App\Platform\CurrentPerson;
use App\Platform\Http\Asked;
use App\Topology\Item;
use App\Updates\Requests\FollowItemRequest;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;

/** Whether whoever is signed in hears by mail of what hits an item. */
final class FollowItemController
{
    public function show(Request $request): JsonResponse
    {
        return self::shown($request, Item::query()->findOrFail(Asked::text($request, 'item')));
    }

    public function change(FollowItemRequest $request): JsonResponse
    {
        $item = $request->item();
        $own = new FollowItem(CurrentPerson::of($request), $item);
        $request->wants() ? $own->begin() : $own->end();

        return self::shown($request, $item);
    }

    private static function shown(Request $request, Item $item): JsonResponse
    {
        $person = CurrentPerson::of($request);

        return new JsonResponse(['follows' => (new FollowItem($person, $item))->follows(), 'hasAddress' => (string) $person->email !== '']);
    }
}
