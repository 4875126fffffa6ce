<?php

declare(strict_types=1);

namespace App\Updates;

use App\Incidents\Report;
use App\Platform\Given;
use App\Platform\Http\Asked;
use App\Platform\Person;
use App\Topology\Item;
use App\Topology\OwnItems;
use App\Updates\Contracts\TalksToReporters;
use App\Updates\Following\HearTheEnd;
use App\Updates\Requests\EmailRequest;
use App\Updates\Requests\JudgeReportRequest;
use App\Updates\Requests\TellReportRequest;
use Illuminate\Database\Eloquent\Collection;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\RedirectResponse;
use Illuminate\Http\Request;
use Inertia\Inertia;
use Inertia\Response;
use Skarvo\Incidents\WayIn;

/** Somebody outside tells of a problem, once, and hears when it is over. */
final class ReportController
{
    private const LONGEST_PLACE = 100;

    public function create(Request $request): Response
    {
        return Inertia::render('Updates/Report', [
            'services' => Item::query()->where('kind', Item::SERVICE)->whereNotNull('public_name')->orderBy('public_name')->get()
                ->unique('public_name')->map(fn(Item $item): array => ['id' => $item->id, 'name' => $item->public_name])->values(),
            // Where everything of ours stands is not for outsiders: they say in their own words where they are.
            'sites' => $request->user() === null ? [] : Item::query()->whereNotNull('site')->distinct()->orderBy('site')->pluck('site'),
            'service' => Asked::text($request, 'service'),
            'affected' => static fn(): ?array => AffectedAtPlace::by(
                Asked::text($request, 'service') ?: null, Asked::text($request, 'site', self::LONGEST_PLACE) ?: null,
            ),
            // Nobody learns what is another's by typing their address.
            'devices' => $request->user() instanceof Person ? OwnItems::of((string) $request->user()->email)
                ->map(static fn(Item $one): array => ['id' => $one->id, 'name' => $one->name])->values() : [],
            'questions' => (object) Questions::all(),
            'mine' => OwnReports::open($request),
        ]);
    }

    public function store(TellReportRequest $request, TakeReport $take): RedirectResponse
    {
        $report = $take($request->told());
        OwnReports::remember($request, $report);

        return redirect()->route('report.follow', $report->key());
    }

    /** Instead of another report: only to hear when what is known is over. */
    public function hear(EmailRequest $request): RedirectResponse
    {
        HearTheEnd::of((int) ($request->validated()['incident'] ?? 0), $request->address(), app()->getLocale());

        return back();
    }

    /** For whoever lost the address: the answer is the same, whether anything was reported or not. */
    public function lost(EmailRequest $request): RedirectResponse
    {
        OwnReports::mail($request->address());

        return back();
    }

    /** Whether it helped, once it is over. */
    public function judge(JudgeReportRequest $request, string $token, JudgeReport $judge): RedirectResponse
    {
        $judge(Report::byKey($token) ?? abort(404), $request->helped(), $request->better());

        return redirect()->route('report.follow', $token);
    }

    /** `POST /api/v1/reports`: the same for another system, such as a terminal's own desk. */
    public function accept(TellReportRequest $request, TakeReport $take): JsonResponse
    {
        $report = $take($request->told(WayIn::Api));

        return new JsonResponse(['ref' => $report->ref(), 'follow' => route('report.follow', $report->key())], 201);
    }

    public function follow(string $token): Response
    {
        $report = (Report::byKey($token) ?? abort(404))->load(['service', 'incident']);

        return Inertia::render('Updates/ReportFollow', [
            'report' => [
                ...$report->toLine(), 'service' => $report->service->public_name ?? $report->service->name ?? '',
                'unlinked' => $report->wasUnlinked(), 'answered' => $report->answered ?? [], 'helped' => $report->helped,
                'better' => $report->better,
            ],
            'known' => $report->incident_id !== null
                || $report->resolved_at !== null
                    ? []
                    : array_values(array_column(
                        array_filter(
                            array_map(static fn(Told $told): array => $told->seen(), Told::open()),
                            static fn(array $known): bool => in_array($report->service->public_name ?? null, $known['services'], true),
                        ),
                        'text',
                    )),
            ...array_merge(
                ...array_map(static fn(TalksToReporters $one): array => $one->follow($report), Given::all(TalksToReporters::class)),
            ),
            'updates' => $report->incident === null ? [] : Told::of(new Collection([$report->incident]))[0]->toLine(),
        ]);
    }
}
