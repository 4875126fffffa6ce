<?php

declare(strict_types=1);

namespace App\Desk;

use App\Incidents\Incident;
use App\Incidents\IncidentSummary;
use App\Incidents\Priorities;
use App\Incidents\Report;
use App\Incidents\Situation;
use App\Incidents\Troubles;
use App\Paging\Unanswered;
use App\Platform\Http\Asked;
use App\Rota\Gaps;
use App\Signals\AlertGroups;
use App\Updates\PublicStates;
use Carbon\CarbonImmutable;
use Illuminate\Http\Request;
use Inertia\Inertia;
use Inertia\Response;

/** The first screen: what needs a decision, with the decision beside it. */
final class WatchController
{
    private const RECENT_HOURS = 4;

    public function __invoke(Request $request): Response
    {
        $stamp = static fn(string $name): ?string =>
            ($date = Asked::time($request, $name)) === null ? null : CarbonImmutable::instance($date)
            ->utc()->format('Y-m-d H:i:s.v');

        $situation = Situation::now();

        return Inertia::render('Desk/Watch', [
            'groups' => fn(): array => AlertGroups::undecided($stamp('from'), $stamp('to'), groups: AlertGroups::during($request)),
            'reports' => fn() => Report::query()->with('service')->whereNull('resolved_at')->whereNull('incident_id')
                ->when($stamp('from'), fn($query, $from) => $query->where('told_at', '>=', $from))
                ->when($stamp('to'), fn($query, $to) => $query->where('told_at', '<=', $to))
                ->orderBy('told_at')->get()->map(fn(Report $r): array => $r->summed()),
            'gaps' => fn(): array => Gaps::ahead(),
            'unsaid' => fn(): array => self::unsaid($situation),
            'unanswered' => fn(): array => Unanswered::all(),
            'incidents' => fn() => IncidentSummary::all(Incident::query()->with(IncidentSummary::NEEDS)
                ->where(fn($query) => $query->whereNull('resolved_at')->orWhere('resolved_at', '>=', now()->subHours(self::RECENT_HOURS)))
                ->orderByRaw('resolved_at is not null')->orderBy('priority')->latest('declared_at')->limit(60)->get(), $situation),
            'together' => fn(): array => Troubles::now($situation)->together(),
            'matrixVersion' => fn(): int => Priorities::version(),
        ]);
    }

    /** @return list<array{name: string, item: string, state: string, published: string, incident: array{id: int, ref: string}|null}> services of which outsiders were told better than is known, and about which nobody has decided */
    private static function unsaid(Situation $situation): array
    {
        $open = Incident::query()->whereNull('resolved_at')->orderBy('priority')->orderBy('id')->get();

        return array_values(array_map(static function (array $doubt) use ($open, $situation): array {
            $incident = $open->first(static fn(Incident $incident): bool => $incident->service_id === $doubt['item'] || in_array(
                $doubt['item'], array_column($situation->of($incident->id)->affected, 'id'), true,
            ));

            return [
                'name' => $doubt['name'], 'item' => $doubt['item'], 'state' => $doubt['state']->value,
                'published' => $doubt['published']->value,
                'incident' => $incident === null ? null : ['id' => $incident->id, 'ref' => $incident->ref()],
            ];
        }, array_filter(PublicStates::doubtful(), static fn(array $doubt): bool => $doubt['admitted'] === null)));
    }
}
