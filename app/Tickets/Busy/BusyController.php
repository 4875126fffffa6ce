<?php

declare(strict_types=1);

namespace App\Tickets\Busy;

use App\Platform\CurrentPerson;
use App\Platform\Moment;
use App\Platform\Once;
use App\Tickets\Requests\AddBusyRequest;
use App\Topology\Item;
use Illuminate\Http\RedirectResponse;
use Illuminate\Http\Request;
use Illuminate\Support\Facades\DB;
use Inertia\Inertia;
use Inertia\Response;

/** Times when a service counts more. */
final class BusyController
{
    private const SHOWN_DAYS = 30;

    public function index(): Response
    {
        $names = Item::query()->where('kind', Item::SERVICE)->orderBy('name')->get(['id', 'name']);

        return Inertia::render('Tickets/Busy', [
            'periods' => DB::table('busy_periods')->where('until_at', '>', now()->subDays(self::SHOWN_DAYS))->orderBy('from_at')
                ->orderBy('id')->get()
                ->map(static fn(\stdClass $row): array => [
                    'id' => (int) $row->id, 'name' => $row->name,
                    'service' => $row->service_id === null ? null : $names->firstWhere('id', $row->service_id)->name ?? $row->service_id,
                    'from' => Moment::of(Moment::seconds((string) $row->from_at)),
                    'until' => Moment::of(Moment::seconds((string) $row->until_at)),
                ])->all(),
            'services' => $names,
        ]);
    }

    public function add(AddBusyRequest $request): RedirectResponse
    {
        $by = CurrentPerson::of($request);
        $input = $request->validated();
        Once::for(
            $request,
            static fn() => BusyPeriods::add(
                trim((string) $input['name']), $input['service'] ?? null, $request->from(), $request->until(), $by
            ),
        );

        return back();
    }

    public function drop(Request $request, BusyTime $busy): RedirectResponse
    {
        $by = CurrentPerson::of($request);
        Once::for($request, static fn() => BusyPeriods::drop($busy, $by));

        return back();
    }
}
