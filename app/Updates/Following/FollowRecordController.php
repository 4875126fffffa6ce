<?php

declare(strict_types=1);

namespace App\Updates\Following;

use App\Platform\CurrentPerson;
use App\Platform\Http\Asked;
use App\Updates\Requests\FollowRecordRequest;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;

/** Whether whoever is signed in is mailed what happens to a ticket or a change. */
final class FollowRecordController
{
    public function show(Request $request): JsonResponse
    {
        return self::shown($request, Asked::text($request, 'kind'), Asked::number($request, 'id'));
    }

    public function change(FollowRecordRequest $request): JsonResponse
    {
        $input = $request->validated();
        $own = self::own($request, (string) $input['kind'], (int) $input['id']);
        $input['follow'] ? $own->begin() : $own->end();

        return self::shown($request, (string) $input['kind'], (int) $input['id']);
    }

    private static function shown(Request $request, string $kind, int $id): JsonResponse
    {
        return new JsonResponse([
            'follows' => self::own($request, $kind, $id)->follows(), 'hasAddress' => (string) CurrentPerson::of($request)->email !== '',
        ]);
    }

    /** What is not theirs to read is, for them, not there. */
    private static function own(Request $request, string $kind, int $id): FollowRecord
    {
        $own = new FollowRecord(CurrentPerson::of($request), FollowRecord::kind($kind) ?? abort(404), $id);

        return $own->isReadable() ? $own : abort(404);
    }
}
