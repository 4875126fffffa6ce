<?php

declare(strict_types=1);

namespace App\Updates;

use App\Topology\Item;
use Inertia\Inertia;
use Inertia\Response;
use Skarvo\Topology\State;

/** The public status page: what outsiders were told, and nothing that they were not. */
final class StatusController
{
    private const DAYS_BACK = 7;

    public function __invoke(): Response
    {
        $states = PublicStates::published();
        $doubts = array_column(PublicStates::doubtful(), null, 'name');

        return Inertia::render('Updates/Status', [
            'services' => Item::query()->where('kind', Item::SERVICE)
                ->whereNotNull('public_name')->orderBy('tier')->orderBy('public_name')->pluck('public_name')
                ->unique()
                    ->map(static fn(?string $name): array => self::service((string) $name, $states[$name] ?? null, $doubts[$name] ?? null))
                    ->values(),
            'open' => array_map(self::told(...), Told::open()),
            'past' => array_map(self::told(...), Told::resolvedSince(now()->subDays(self::DAYS_BACK))),
        ]);
    }

    /**
     * @param  array{state: State, incident: int}|null  $published
     * @param  array{admitted: bool|null, ...}|null  $doubt
     * @return array{name: string, incident: int|null, state: string|null, looking: string|null} state: null where nothing is claimed
     */
    private static function service(string $name, ?array $published, ?array $doubt): array
    {
        // Of what is worse than was published nothing is claimed, unless somebody decided that the page is right.
        $isSilent = $doubt !== null && $doubt['admitted'] !== false && $published === null;

        return [
            'name' => $name, 'incident' => $published['incident'] ?? null,
            'state' => $isSilent ? null : ($published['state'] ?? State::Up)->value,
            'looking' => ($doubt['admitted'] ?? null) === true ? PublicStates::admission($name) : null,
        ];
    }

    /** @return array<string, mixed> */
    private static function told(Told $told): array
    {
        return [
            'id' => $told->incident->id,
            'services' => $told->last()->services ?? [],
            'started_at' => $told->incident->started_at,
            'resolved_at' => $told->incident->resolved_at,
            'updates' => $told->toLine(),
        ];
    }
}
