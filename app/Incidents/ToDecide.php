<?php

declare(strict_types=1);

namespace App\Incidents;

use App\Platform\Contracts\Decisions;
use App\Platform\Moment;
use App\Signals\AlertGroups;
use Carbon\CarbonImmutable;
use Illuminate\Http\Request;

/** Alerts and reports that are no incident's, and what of them is one trouble. */
final class ToDecide implements Decisions
{
    public function decisions(Request $request, ?CarbonImmutable $from, ?CarbonImmutable $to): array
    {
        return [
            'groups' => static fn(): array => AlertGroups::undecided(
                $from === null ? null : Moment::precise($from), $to === null ? null : Moment::precise($to),
                groups: AlertGroups::during($request),
            ),
            'reports' => static fn() => Report::query()->with(['service', 'link'])->whereNull('resolved_at')->loose()
                ->when($from, static fn($query, $from) => $query->where('told_at', '>=', $from))
                ->when($to, static fn($query, $to) => $query->where('told_at', '<=', $to))
                ->orderBy('told_at')->get()->map(static fn(Report $r): array => $r->toLine()),
            'together' => static fn(): array => OnOneItem::now(Situation::shown())->together(),
            'matrixVersion' => Priorities::version(...),
        ];
    }
}
