<?php

declare(strict_types=1);

namespace App\Incidents;

use App\Platform\CurrentPerson;
use App\Platform\Journal\Actor;
use App\Platform\Once;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\RedirectResponse;
use Illuminate\Http\Request;
use Illuminate\Validation\Rule;
use Skarvo\Topology\State;

/** What belongs to an incident, alerts, reports and items, is put there and taken away. */
final class BelongingController
{
    private const OPEN = 60;

    /** Incidents under way to which alerts can be attached. */
    public function open(): JsonResponse
    {
        return new JsonResponse(Incident::query()->whereNull('resolved_at')->orderBy('priority')->latest('declared_at')->limit(self::OPEN)->get()
            ->map(static fn(Incident $i): array => ['id' => $i->id, 'ref' => $i->ref(), 'title' => $i->title, 'priority' => $i->priority]));
    }

    public function attach(Request $request, Incident $incident, AttachAlerts $attach): RedirectResponse
    {
        $input = $request->validate([
            'alerts' => ['required', 'array', 'max:'.Beginning::MOST_ALERTS], 'alerts.*' => ['integer'],
            'from' => ['nullable', 'integer', 'exists:incidents,id'],
        ]);
        $from = isset($input['from']) ? Incident::query()->find((int) $input['from']) : null;
        Once::for($request, static fn() => $attach($incident, self::ids($input['alerts']), CurrentPerson::of($request), $from));

        return back();
    }

    public function detach(Request $request, Incident $incident, AttachAlerts $attach): RedirectResponse
    {
        $input = $request->validate(
            [
                'alerts' => ['required', 'array', 'max:'.Beginning::MOST_ALERTS], 'alerts.*' => ['integer'],
                'why' => ['required', 'string', 'max:500'],
            ],
            ['why.required' => 'Say why it does not belong here.'],
        );
        Once::for($request, static fn() => $attach->undo($incident, self::ids($input['alerts']), $input['why'], CurrentPerson::of($request)));

        return back();
    }

    public function link(Request $request, Report $report): RedirectResponse
    {
        $input = $request->validate(['incident' => ['required', 'integer', 'exists:incidents,id']]);
        $by = Actor::person(CurrentPerson::of($request));
        Once::for($request, static fn() => LinkReport::to($report, Incident::query()->findOrFail((int) $input['incident']), $by));

        return back();
    }

    public function unlink(Request $request, Report $report): RedirectResponse
    {
        $input = $request->validate(
            ['why' => ['required', 'string', 'max:500']], ['why.required' => 'Say why it is about something else.'],
        );
        $by = Actor::person(CurrentPerson::of($request));
        Once::for($request, static fn() => LinkReport::undo($report, $input['why'], $by));

        return back();
    }

    /** Somebody says that an item is hit, how badly, or that it is not. */
    public function item(Request $request, Incident $incident, SayOfItem $say): RedirectResponse
    {
        $input = $request->validate([
            'item' => ['required', 'string', 'max:128', Rule::exists('items', 'id')],
            'state' => ['nullable', Rule::in([State::Down->value, State::Degraded->value, State::AtRisk->value])],
        ], ['item.*' => 'Choose an item of the estate.']);
        Once::for($request, static fn() => $say($incident, (string) $input['item'], isset($input['state']) ? State::from($input['state']) : null, CurrentPerson::of($request)));

        return back();
    }

    /** What was said of an item is taken back: what alerts say counts again. */
    public function unsayItem(Request $request, Incident $incident, SayOfItem $say): RedirectResponse
    {
        $input = $request->validate(['item' => ['required', 'string', 'max:128']]);
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
