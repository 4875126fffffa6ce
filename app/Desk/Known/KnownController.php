<?php

declare(strict_types=1);

namespace App\Desk\Known;

use App\Platform\Contracts\Sought;
use App\Platform\CurrentPerson;
use App\Platform\Http\Asked;
use App\Topology\ItemsFound;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;

/** What is known about something, kind by kind: what was written, and the estate. */
final class KnownController
{
    public function __invoke(Request $request): JsonResponse
    {
        $text = mb_substr(Asked::text($request, 'q'), 0, 200);
        if (mb_strlen(trim($text)) < 2) {
            return new JsonResponse(['known' => [], 'estate' => []]);
        }

        return new JsonResponse([
            'known' => SearchKnown::for($text, CurrentPerson::of($request)), 'estate' => (new ItemsFound)->find(new Sought($text)),
        ]);
    }
}
