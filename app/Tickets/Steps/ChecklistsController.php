<?php

declare(strict_types=1);

namespace App\Tickets\Steps;

use App\Platform\CurrentPerson;
use App\Platform\Once;
use App\Platform\Team;
use App\Tickets\Requests\SaveChecklistRequest;
use App\Topology\Item;
use Illuminate\Http\RedirectResponse;
use Illuminate\Http\Request;
use Inertia\Inertia;
use Inertia\Response;

/** The checklists of the desk. */
final class ChecklistsController
{
    public function index(): Response
    {
        return Inertia::render('Tickets/Checklists', [
            'checklists' => Checklist::query()->whereNull('dropped_at')->orderBy('name')->get()
                ->map(static fn(Checklist $one): array => $one->toLine())->all(),
            'services' => Item::query()->where('kind', Item::SERVICE)->orderBy('name')->get(['id', 'name']),
            'teams' => Team::query()->orderBy('name')->get(['id', 'name']),
            'most' => Checklist::MOST_STEPS,
        ]);
    }

    public function save(SaveChecklistRequest $request): RedirectResponse
    {
        $input = $request->validated();
        $keep = new KeepChecklists(CurrentPerson::of($request));
        $checklist = isset($input['id']) ? Checklist::query()->findOrFail((int) $input['id']) : null;
        Once::for($request, static fn() => $keep->save(
            $checklist, (int) ($input['version'] ?? 0), trim((string) $input['name']), $input['service'] ?? null, $request->steps(),
        ));

        return back();
    }

    public function drop(Request $request, Checklist $checklist): RedirectResponse
    {
        $keep = new KeepChecklists(CurrentPerson::of($request));
        Once::for($request, static fn() => $keep->drop($checklist));

        return back();
    }
}
