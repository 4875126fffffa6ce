<?php

declare(strict_types=1);

namespace App\Desk;

use App\Platform\Contracts\Finds;
use App\Platform\Contracts\Sought;
use App\Platform\Given;
use App\Platform\Http\Asked;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;

/** Finds any record for the command line, as one types. */
final class FindController
{
    /** What people look for most stands first; other kinds follow. */
    private const FIRST = ['incident', 'service', 'item', 'alert', 'report', 'update', 'journal', 'person'];

    public function __invoke(Request $request): JsonResponse
    {
        $text = Asked::text($request, 'q');
        if (mb_strlen($text) < 2) {
            return new JsonResponse([]);
        }
        $sought = new Sought($text);
        $found = array_merge(...array_map(static fn(Finds $one): array => $one->find($sought), Given::all(Finds::class)));
        // Services are items: the best of them all stand first, whichever they are.
        $place = static fn(string $what): int => (
            $at = array_search($what === 'service' ? 'item' : $what, self::FIRST, true)
        ) === false ? count(self::FIRST) : $at;
        usort($found, static fn(array $a, array $b): int => $place($a['what']) <=> $place($b['what']));

        return new JsonResponse($found);
    }
}
