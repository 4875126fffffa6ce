<?php

declare(strict_types=1);

namespace App\Tickets\Notes;

use App\Platform\CurrentPerson;
use App\Platform\Once;
use App\Tickets\Requests\ChangeNoteRulesRequest;
use Illuminate\Http\RedirectResponse;
use Inertia\Inertia;
use Inertia\Response;

/** Where notes are seen besides, by the organisation's rules. */
final class NoteRulesController
{
    public function edit(): Response
    {
        return Inertia::render('Tickets/NoteRules', ['rules' => NoteRules::all(), 'version' => NoteRules::version()]);
    }

    public function update(ChangeNoteRulesRequest $request): RedirectResponse
    {
        Once::for($request, static function () use ($request): void {
            NoteRules::change($request->noteRules(), (int) $request->validated()['version'], CurrentPerson::of($request));
        });

        return back();
    }
}
