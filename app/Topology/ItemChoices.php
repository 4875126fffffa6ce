<?php

declare(strict_types=1);

namespace App\Topology;

use App\Platform\Http\Asked;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Support\Facades\DB;

/** `GET /find/items`: items to choose from in a form, as one types. One that is called just that is always among them. */
final class ItemChoices
{
    private const MOST = 12;

    public function __invoke(Request $request): JsonResponse
    {
        $text = Asked::text($request, 'q');
        if (mb_strlen($text) < 2) {
            return new JsonResponse([]);
        }
        $called = DB::table('items')->where('id', $text)->orWhereRaw('lower(name) = ?', [mb_strtolower($text)])->limit(self::MOST)->get();

        return new JsonResponse($called->concat(FindItems::best($text, '', self::MOST))->unique('id')->take(self::MOST)
            ->map(static fn(\stdClass $item): array => [
                'id' => (string) $item->id, 'name' => $item->name, 'more' => trim("$item->kind $item->site"),
            ])->values());
    }
}
