<?php

declare(strict_types=1);

namespace App\Desk;

use App\Incidents\Incident;
use App\Incidents\IncidentSummary;
use App\Incidents\Situation;
use App\Platform\Contracts\Decisions;
use App\Platform\Given;
use App\Platform\Http\Asked;
use Carbon\CarbonImmutable;
use Illuminate\Http\Request;
use Inertia\Inertia;
use Inertia\Response;

/** The first screen: what needs a decision, as the capabilities give it, and what is under way. */
final class WatchController
{
    private const RECENT_HOURS = 4;

    public function __invoke(Request $request): Response
    {
        $time = static fn(string $name): ?CarbonImmutable =>
            ($date = Asked::time($request, $name)) === null ? null : CarbonImmutable::instance($date);

        return Inertia::render('Desk/Watch', [
            'incidents' => static fn() => IncidentSummary::all(Incident::query()->with(IncidentSummary::NEEDS)
                ->where(
                    static fn($query) => $query->whereNull('resolved_at')->orWhere(
                        'resolved_at', '>=', now()->subHours(self::RECENT_HOURS),
                    ),
                )
                ->orderByRaw('resolved_at is not null')->orderBy('priority')->latest('declared_at')->limit(60)->get(), Situation::shown()),
            ...array_merge([], ...array_map(
                static fn(Decisions $one): array => $one->decisions($request, $time('from'), $time('to')), Given::all(Decisions::class),
            )),
        ]);
    }
}
