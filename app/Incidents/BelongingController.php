<?php

declare(strict_types=1);

namespace App\Incidents;

use App\Incidents\Requests\AttachAlertsRequest;
use App\Incidents\Requests\DetachAlertsRequest;
use App\Incidents\Requests\LinkReportRequest;
use App\Incidents\Requests\SayOfItemRequest;
use App\Incidents\Requests\UnlinkReportRequest;
use App\Incidents\Requests\UnsayItemRequest;
use App\Platform\CurrentPerson;
use App\Platform\Journal\Actor;
use App\Platform\Once;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\RedirectResponse;
use Skarvo\Topology\State;

/** What belongs to an incident, alerts, reports and items, is put there and taken away. */
final class BelongingController
{
    private const OPEN = 60;

    /** Incidents under way to which alerts can be attached. */
    public function open(): JsonResponse
    {
        $open = Incident::query()->whereNull('resolved_at')->orderBy('priority')->latest('declared_at')->limit(self::OPEN)->get();

        return new JsonResponse(
            $open->map(
                static fn(Incident $i): array => ['id' => $i->id, 'ref' => $i->ref(), 'title' => $i->title, 'priority' => $i->priority]
            )
        );
    }

    public function attach(AttachAlertsRequest $request, Incident $incident, AttachAlerts $attach): RedirectResponse
    {
        $input = $request->validated();
        $from = isset($input['from']) ? Incident::query()->find((int) $input['from']) : null;
        Once::for($request, static fn() => $attach($incident, self::ids($input['alerts']), CurrentPerson::of($request), $from));

        return back();
    }

    public function detach(DetachAlertsRequest $request, Incident $incident, AttachAlerts $attach): RedirectResponse
    {
        $input = $request->validated();
        Once::for(
            $request, static fn() => $attach->undo($incident, self::ids($input['alerts']), $input['why'], CurrentPerson::of($request))
        );

        return back();
    }

    public function link(LinkReportRequest $request, Report $report): RedirectResponse
    {
        $input = $request->validated();
        $by = Actor::person(CurrentPerson::of($request));
        Once::for($request, static fn() => LinkReport::to($report, Incident::query()->findOrFail((int) $input['incident']), $by));

        return back();
    }

    public function unlink(UnlinkReportRequest $request, Report $report): RedirectResponse
    {
        $input = $request->validated();
        $by = Actor::person(CurrentPerson::of($request));
        Once::for($request, static fn() => LinkReport::undo($report, $input['why'], $by));

        return back();
    }

    /** Somebody says that an item is hit, how badly, or that it is not. */
    public function item(SayOfItemRequest $request, Incident $incident, SayOfItem $say): RedirectResponse
    {
        $input = $request->validated();
        Once::for(
            $request,
            static fn() => $say(
                $incident, (string) $input['item'], isset($input['state']) ? State::from($input['state']) : null,
                CurrentPerson::of($request)
            )
        );

        return back();
    }

    /** What was said of an item is taken back: what alerts say counts again. */
    public function unsayItem(UnsayItemRequest $request, Incident $incident, SayOfItem $say): RedirectResponse
    {
        $input = $request->validated();
        Once::for($request, static fn() => $say->undo($incident, $input['item'], CurrentPerson::of($request)));

        return back();
    }

    /**
     * @param  array<array-key, mixed>  $ids
     * @return list<int>
     */
    private static function ids(array $ids): array
    {
        return array_values(array_map(static fn(mixed $id): int => is_numeric($id) ? (int) $id : 0, $ids));
    }
}
