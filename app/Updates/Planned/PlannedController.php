<?php

declare(strict_types=1);

namespace App\Updates\Planned;

use App\Platform\CurrentPerson;
use App\Platform\Moment;
use App\Platform\Once;
use App\Updates\NextUpdate;
use App\Updates\Requests\AnnounceWorkRequest;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\RedirectResponse;
use Illuminate\Http\Request;
use Illuminate\Support\Facades\DB;
use Inertia\Inertia;
use Inertia\Response;

/** Planned work: what is ahead, and who is told of it. */
final class PlannedController
{
    private const PAST_DAYS = 7;

    public function index(): Response
    {
        return Inertia::render('Updates/Planned', [
            // Work that nobody was told of, as long as there is time.
            'ahead' => static fn() => DB::table('quiet_times')->leftJoin('people', 'people.id', '=', 'quiet_times.author_id')
                ->where('from_at', '>', Moment::text(Moment::now()))->whereColumn('to_at', '>', 'from_at')
                ->whereNotIn('quiet_times.id', PlannedWork::query()->select('quiet_id'))->orderBy('from_at')
                ->get(['quiet_times.id', 'from_at', 'to_at', 'reason', 'people.name as author'])->map(static fn(\stdClass $row): array => [
                    'id' => (int) $row->id, 'from' => Moment::of(Moment::seconds($row->from_at)),
                    'to' => Moment::of(Moment::seconds($row->to_at)),
                    'reason' => (string) $row->reason, 'author' => $row->author,
                ])->all(),
            'planned' => static fn() => PlannedWork::query()->where(
                static fn($any) => $any->whereNull('ended_at')->orWhere('ended_at', '>', now()->subDays(self::PAST_DAYS)),
            )->orderByRaw('ended_at is not null')->orderBy('from_at')->get()->map(static fn(PlannedWork $one): array => [
                ...$one->toLine(),
                'told' => DB::table('planned_deliveries')->where('planned_id', $one->id)->distinct()->count('subscription_id'),
            ])->all(),
        ]);
    }

    /** What announcing a quiet time would tell. */
    public function show(int $quiet): JsonResponse
    {
        $hits = AnnounceWork::hits($quiet);

        $work = new PlannedWork([
            'services' => array_map(
                static fn(array $one): array => ['name' => $one['name'], 'state' => $one['state']->value], $hits['services']
            ),
            'places' => $hits['places'],
        ]);

        return new JsonResponse([
            'services' => NextUpdate::lines($hits['services']), 'places' => $hits['places'],
            'told' => $hits['services'] === [] ? null : PlannedAudience::ahead($work),
        ]);
    }

    public function announce(AnnounceWorkRequest $request, int $quiet): RedirectResponse
    {
        $input = $request->validated();
        Once::for($request, static function () use ($request, $quiet, $input): void {
            (new AnnounceWork(CurrentPerson::of($request)))
                ->announce($quiet, trim((string) ($input['before'] ?? '')), $input['despite'] ?? null);
        });

        return back();
    }

    public function withdraw(Request $request, PlannedWork $planned): RedirectResponse
    {
        (new AnnounceWork(CurrentPerson::of($request)))->withdraw($planned);

        return back();
    }
}
