<?php

declare(strict_types=1);

namespace App\Rota;

use App\Platform\CurrentPerson;
use App\Platform\Once;
use App\Platform\Person;
use App\Platform\Team;
use App\Rota\Requests\LayersRequest;
use App\Rota\Requests\MakeRotaRequest;
use App\Rota\Requests\SaveLayersRequest;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\RedirectResponse;
use Illuminate\Http\Request;
use Inertia\Inertia;
use Inertia\Response;
use Skarvo\Json\BadInput;
use Skarvo\Rota\Segment;

/**
 * The layers of a rota: who takes turns, from when, how long, in which windows; with what a change makes of the next weeks
 * before it is saved.
 */
final class LayersController
{
    private const WEEKS = 6;

    private const CHANGES_SHOWN = 40;

    public function edit(Request $request, Rota $rota): Response
    {
        return Inertia::render('Rota/Layers', [
            'rota' => [
                'id' => $rota->id, 'name' => $rota->name, 'time_zone' => $rota->time_zone, 'layers' => $rota->layers,
                'version' => $rota->layers_version,
            ],
            'people' => Person::query()->orderByRaw('team_id = ? desc', [$rota->team_id])->orderBy('name')->get(['id', 'name', 'left_at'])
                // Whoever has left is named only where a layer still has them.
                ->filter(static fn(Person $person): bool => $person->left_at === null || $rota->names($person->id))
                    ->map(static fn(Person $person): array => [
                        'id' => $person->id, 'name' => $person->left_at === null ? $person->name : "$person->name (has left)",
                    ])
                    ->values(),
            'preview' => $this->told($rota, $rota),
            'myself' => CurrentPerson::of($request)->id,
        ]);
    }

    public function preview(LayersRequest $request, Rota $rota): JsonResponse
    {
        try {
            $changed = $rota->replicate();
            $changed->layers = $request->layers();

            return new JsonResponse($this->told($rota, $changed));
        } catch (BadInput $e) {
            return new JsonResponse($e->toArray(), 422);
        }
    }

    public function save(SaveLayersRequest $request, Rota $rota, KeepRotas $keep): RedirectResponse
    {
        $seen = (int) $request->validated()['version'];
        $layers = $request->layers();
        $person = CurrentPerson::of($request);
        Once::for($request, static function () use ($keep, $rota, $layers, $seen, $person): void {
            $keep->setLayers($rota, $layers, $seen, $person);
        });

        return redirect("/on-call/$rota->id");
    }

    public function store(MakeRotaRequest $request, KeepRotas $keep): RedirectResponse
    {
        $input = $request->validated();
        $person = CurrentPerson::of($request);
        Once::for($request, static function () use ($keep, $input, $person): void {
            $keep->make((string) $input['id'], (string) $input['name'], (string) $input['team'], (string) $input['time_zone'], $person);
        });

        return redirect("/on-call/{$input['id']}/layers");
    }

    /** @return array{teams: mixed, time_zone: string} */
    public static function choices(): array
    {
        return ['teams' => Team::query()->orderBy('name')->get(['id', 'name']), 'time_zone' => config()->string('skarvo.time_zone')];
    }

    /**
     * @return array{turns: list<array<string, mixed>>, uncovered: int,
     *      changes: list<array{from: int, to: int, was: string|null, is: string|null}>, changed: int}
     *
     * @throws BadInput
     */
    private function told(Rota $before, Rota $after): array
    {
        [$from, $to] = [now()->getTimestamp(), now()->getTimestamp() + self::WEEKS * 7 * 86400];
        $coverage = $after->between($from, $to);
        $changes = ChangeRota::differences($before->between($from, $to)->segments, $coverage->segments, $to);
        $names = Person::query()->pluck('name', 'id');
        $named = static fn(?string $id): ?string => $id === null ? null : (string) ($names[$id] ?? $id);

        return [
            'turns' => array_map(
                static fn(Segment $s): array => [
                    'from' => $s->from * 1000, 'to' => $s->to * 1000, 'person' => $s->person, 'name' => $named($s->person),
                    'layer' => $s->layer, 'changed' => $s->override !== null,
                ],
                $coverage->segments,
            ),
            'uncovered' => $coverage->uncoveredSeconds() * 1000,
            'changes' => array_map(
                static fn(array $c): array => [
                    'from' => $c['from'] * 1000, 'to' => $c['to'] * 1000, 'was' => $named($c['was']), 'is' => $named($c['is']),
                ],
                array_slice($changes, 0, self::CHANGES_SHOWN),
            ),
            'changed' => count($changes),
        ];
    }
}
