<?php

declare(strict_types=1);

namespace App\Updates;

use App\Incidents\Incident;
use App\Topology\Item;
use Inertia\Inertia;
use Inertia\Response;

/** The public status page: what outsiders were told, and nothing that they were not. */
final class StatusController
{
    private const DAYS_BACK = 7;

    public function __invoke(): Response
    {
        $open = Incident::query()->with('updates')->whereNull('resolved_at')->whereHas('updates')->orderBy('priority')->latest('started_at')->get();
        $states = [];
        foreach ($open as $incident) {
            foreach ($incident->updates->last()->services ?? [] as $service) {
                $isWorse = ['up' => 0, 'degraded' => 1, 'down' => 2][$service['state']] > ['up' => 0, 'degraded' => 1, 'down' => 2][$states[$service['name']]['state'] ?? 'up'];
                if ($isWorse) {
                    $states[$service['name']] = ['state' => $service['state'], 'incident' => $incident->id];
                }
            }
        }

        return Inertia::render('Updates/Status', [
            'services' => Item::query()->where('kind', Item::SERVICE)->whereNotNull('public_name')->orderBy('tier')->orderBy('public_name')->pluck('public_name')
                ->unique()->map(static fn(?string $name): array => ['name' => $name, 'state' => $states[$name]['state'] ?? 'up', 'incident' => $states[$name]['incident'] ?? null])->values(),
            'open' => $open->map(self::told(...)),
            'past' => Incident::query()->with('updates')->whereNotNull('resolved_at')->whereHas('updates')
                ->where('resolved_at', '>=', now()->subDays(self::DAYS_BACK))->latest('resolved_at')->get()->map(self::told(...)),
        ]);
    }

    /** @return array<string, mixed> */
    private static function told(Incident $incident): array
    {
        $last = $incident->updates->last();

        return [
            'id' => $incident->id,
            'services' => $last->services ?? [],
            'started_at' => $incident->started_at,
            'resolved_at' => $incident->resolved_at,
            'updates' => $incident->updates->sortByDesc('number')->values()->map(static fn(Update $update): array => $update->summed()),
        ];
    }
}
