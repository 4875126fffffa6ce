<?php

declare(strict_types=1);

namespace App\Tickets;

use App\Platform\CurrentPerson;
use App\Platform\Once;
use App\Tickets\Requests\SwitchLinkingRequest;
use Illuminate\Http\RedirectResponse;
use Illuminate\Http\Request;
use Inertia\Inertia;
use Inertia\Response;

/** What suggestions have learned from the desk. */
final class LessonsController
{
    public function index(): Response
    {
        return Inertia::render('Tickets/Lessons', [
            'lessons' => Lessons::latest(), 'linking' => ['on' => LinkBeyondDoubt::isOn(), 'version' => LinkBeyondDoubt::version()],
        ]);
    }

    public function linking(SwitchLinkingRequest $request): RedirectResponse
    {
        $by = CurrentPerson::of($request);
        $input = $request->validated();
        Once::for($request, static fn() => LinkBeyondDoubt::switch((bool) $input['on'], (int) $input['version'], $by));

        return back();
    }

    public function undo(Request $request, Lesson $lesson): RedirectResponse
    {
        $by = CurrentPerson::of($request);
        Once::for($request, static fn() => Lessons::undo($lesson, $by));

        return back();
    }
}
