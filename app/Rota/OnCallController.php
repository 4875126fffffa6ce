<?php

declare(strict_types=1);

namespace App\Rota;

use App\Platform\CurrentPerson;
use App\Platform\Person;
use Illuminate\Http\Request;
use Illuminate\Support\Facades\DB;
use Inertia\Inertia;
use Inertia\Response;
use Skarvo\Rota\Segment;

/** Who is on call now and next, for every team. */
final class OnCallController
{
    private const HOURS_BACK = 12;

    private const HOURS_AHEAD = 7 * 24;

    public function __invoke(Request $request): Response
    {
        $now = now()->getTimestamp();
        $people = Person::query()->get()->keyBy('id');

        return Inertia::render('Rota/OnCall', [
            'rotas' => Rota::query()->with('team')->orderBy('name')->get()->map(fn(Rota $rota): array => [
                'id' => $rota->id, 'name' => $rota->name, 'team' => $rota->team->name ?? '', 'time_zone' => $rota->time_zone,
                'segments' => array_map(fn(Segment $segment): array => [
                    ...$segment->toArray(),
                    'name' => $segment->person === null ? null : ($people->get($segment->person)->name ?? $segment->person),
                ], $rota->between($now - self::HOURS_BACK * 3600, $now + self::HOURS_AHEAD * 3600)->segments),
            ]),
            'mayArrange' => CurrentPerson::of($request)->can('arrange', Rota::class),
            'choices' => LayersController::choices(),
            'services' => OnCallNow::services(OnCallNow::teams()),
            'waiting' => DB::table('rota_swaps')->join('rotas', 'rotas.id', '=', 'rota_id')
                ->join('people', 'people.id', '=', 'asker_id')->where('state', 'asked')
                ->where('asked_id', CurrentPerson::of($request)->id)->where('to_at', '>', $now)->orderBy('from_at')
                ->get(['rotas.id as rota', 'rotas.name', 'people.name as asker']),
        ]);
    }
}
