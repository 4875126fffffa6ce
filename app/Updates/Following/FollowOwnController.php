<?php

declare(strict_types=1);

namespace App\Updates\Following;

use App\Incidents\Incident;
use App\Platform\CurrentPerson;
use App\Updates\Requests\FollowOwnRequest;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Skarvo\Updates\Versions\Version;

/** Whether whoever is signed in hears of an incident by mail. */
final class FollowOwnController
{
    public function show(Request $request, Incident $incident): JsonResponse
    {
        return self::shown(new FollowOwn(CurrentPerson::of($request)), $incident);
    }

    public function change(FollowOwnRequest $request, Incident $incident): JsonResponse
    {
        $own = new FollowOwn(CurrentPerson::of($request));
        $request->wants() ? $own->begin($incident, null, $request->reads()) : $own->end($incident);

        return self::shown($own, $incident);
    }

    private static function shown(FollowOwn $own, Incident $incident): JsonResponse
    {
        return new JsonResponse([
            'follows' => $own->follows($incident), 'reads' => $own->reads()->value,
            'versions' => array_map(
                static fn(Version $one): array => ['version' => $one->value, 'words' => $one->words()], Version::cases()
            ),
        ]);
    }
}
