<?php

declare(strict_types=1);

namespace App\Rota;

use App\Platform\CurrentPerson;
use App\Platform\Moment;
use App\Platform\Once;
use App\Platform\Person;
use App\Platform\Refused;
use App\Rota\Requests\NoteHandoverRequest;
use Illuminate\Http\RedirectResponse;
use Illuminate\Http\Request;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Gate;
use Inertia\Inertia;
use Inertia\Response;

/**
 * Handing a turn over: put together by itself, added to by whoever leaves, confirmed by whoever comes.
 *
 * @phpstan-import-type Near from Handovers
 */
final class HandoverController
{
    public function index(Request $request): Response
    {
        $me = CurrentPerson::of($request);
        $names = Person::query()->pluck('name', 'id');
        $kept = DB::table('handovers')->where('at', '>=', now()->getTimestamp() - 2 * 86400)
            ->get()->keyBy(static fn(\stdClass $row): string => "$row->rota_id $row->at");
        $handovers = [];
        foreach (Rota::query()->with('team')->orderBy('name')->get() as $rota) {
            foreach (Handovers::near($rota) as $one) {
                $row = $kept->get("$rota->id {$one['at']}");
                $confirmed = $row !== null && $row->confirmed_at !== null;
                $handovers[] = [
                    'rota' => $rota->id, 'name' => $rota->name, 'team' => $rota->team->name ?? '', 'at' => $one['at'] * 1000,
                    'leaves' => $one['leaves'] === null ? null : ($names[$one['leaves']] ?? $one['leaves']),
                    'comes' => $one['comes'] === null ? null : ($names[$one['comes']] ?? $one['comes']),
                    'mine' => $one['leaves'] === $me->id ? 'leaves' : ($one['comes'] === $me->id ? 'comes' : null),
                    'ofMyTeam' => $rota->team_id === $me->team_id,
                    'added' => $row->added ?? '', 'version' => (int) ($row->version ?? 0),
                    'confirmed' => $confirmed ? Moment::seconds((string) $row->confirmed_at) * 1000 : null,
                    'confirmedBy' => $confirmed ? ($names[$row->confirmed_by] ?? '') : null,
                    // What was confirmed stays as it was then.
                    'sections' => $confirmed
                        ? json_decode((string) $row->gathered, true)
                        : Handovers::gather($rota, $one['since'], min($one['at'], now()->getTimestamp())),
                ];
            }
        }
        usort(
            $handovers,
            static fn(array $a, array $b): int => [
                $a['mine'] === null, ! $a['ofMyTeam'], $a['confirmed'] !== null, $a['at'],
            ] <=> [$b['mine'] === null, ! $b['ofMyTeam'], $b['confirmed'] !== null, $b['at']],
        );

        return Inertia::render('Rota/Handovers', ['handovers' => $handovers, 'mayArrange' => $me->can('arrange', Rota::class)]);
    }

    public function note(NoteHandoverRequest $request, Rota $rota, int $at, HandTurnOver $hand): RedirectResponse
    {
        $input = $request->validated();
        $me = CurrentPerson::of($request);
        $one = self::find($rota, $at);
        Gate::forUser($me)->authorize('note', [$rota, $one['leaves']]);
        Once::for($request, static function () use ($hand, $rota, $input, $me, $one): void {
            $hand->note($rota, $one, (string) $input['added'], (int) $input['version'], $me);
        });

        return back();
    }

    public function confirm(Request $request, Rota $rota, int $at, HandTurnOver $hand): RedirectResponse
    {
        $me = CurrentPerson::of($request);
        $one = self::find($rota, $at);
        if (! $me->can('confirm', [$rota, $one['comes']])) {
            throw Refused::because('Whoever comes on call confirms it, or a coordinator for them.');
        }
        Once::for($request, static function () use ($hand, $rota, $me, $one): void {
            $hand->confirm($rota, $one, $me);
        });

        return back();
    }

    /** @return Near */
    private static function find(Rota $rota, int $at): array
    {
        foreach (Handovers::near($rota) as $one) {
            if ($one['at'] === $at) {
                return $one;
            }
        }
        throw Refused::because('The rota was changed: nobody hands over at that time any more. Look at the list anew.');
    }
}
