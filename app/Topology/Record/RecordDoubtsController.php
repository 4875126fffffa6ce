<?php

declare(strict_types=1);

namespace App\Topology\Record;

use App\Platform\Http\Asked;
use App\Topology\Estate;
use Illuminate\Http\Request;
use Illuminate\Support\Facades\DB;
use Inertia\Inertia;
use Inertia\Response;
use Skarvo\Topology\Record\Doubt;

/** What of the record is doubtful, with what to do about it, and the share that is sound, by team. */
final class RecordDoubtsController
{
    private const SHOWN = 300;

    public function __invoke(Request $request): Response
    {
        $estate = Estate::whole();
        $doubts = RecordDoubts::all($estate);
        $team = Asked::text($request, 'team');
        $kind = Doubt::tryFrom(Asked::text($request, 'doubt'));
        $teams = DB::table('teams')->orderBy('name')->pluck('name', 'id');
        $shares = $counts = $rows = [];
        $inAll = 0;
        foreach (
            DB::table('items')->orderByRaw('tier is null, tier')
                ->orderBy('name')->select(['id', 'name', 'kind', 'tier', 'team_id'])->cursor() as $item
        ) {
            $owner = (string) $item->team_id;
            $shares[$owner] ??= ['items' => 0, 'sound' => 0];
            $shares[$owner]['items']++;
            $found = $doubts[$item->id] ?? [];
            $shares[$owner]['sound'] += $found === [] ? 1 : 0;
            if ($team !== '' && $team !== ($owner === '' ? 'nobody' : $owner)) {
                continue;
            }
            foreach ($found as $one) {
                $counts[$one['doubt']->value] = ($counts[$one['doubt']->value] ?? 0) + 1;
            }
            if ($found !== [] && ($kind === null || in_array($kind, array_column($found, 'doubt'), true)) && ++$inAll <= self::SHOWN) {
                $rows[] = [
                    'id' => $item->id, 'name' => $item->name, 'kind' => $item->kind, 'tier' => $item->tier,
                    'team' => $teams[$owner] ?? null,
                    'doubts' => array_map(
                        static fn(array $d): array => [
                            'is' => $d['doubt']->value, 'words' => $d['doubt']->words(), 'detail' => $d['detail'],
                        ],
                        $found,
                    ),
                ];
            }
        }

        return Inertia::render('Topology/Truth', [
            'rows' => $rows,
            'inAll' => $inAll,
            'kinds' => array_map(
                static fn(Doubt $d): array => ['value' => $d->value, 'words' => $d->words(), 'count' => $counts[$d->value] ?? 0],
                Doubt::cases(),
            ),
            'teams' => collect($shares)
                ->map(static fn(array $share, int|string $id): array => [
                    'id' => $id === '' ? 'nobody' : (string) $id, 'name' => $teams[$id] ?? 'Nobody', ...$share,
                ])
                ->sortBy(static fn(array $t): array => [$t['sound'] / $t['items'], $t['name']])->values(),
            'team' => $team,
            'doubt' => $kind->value ?? '',
        ]);
    }
}
