<?php

declare(strict_types=1);

namespace App\Changes\InRoom;

use App\Changes\Change;
use App\Changes\Requests\SuspectRequest;
use App\Incidents\Incident;
use App\Incidents\WhoTakesPart;
use App\Platform\CurrentPerson;
use App\Platform\Once;
use Illuminate\Http\RedirectResponse;
use Illuminate\Http\Request;
use Skarvo\Changes\SuspicionState;

/** What is thought of changes in an incident, and the way back. */
final class SuspectsController
{
    public function think(SuspectRequest $request, Incident $incident, Change $change): RedirectResponse
    {
        $input = $request->validated();
        $by = CurrentPerson::of($request);
        WhoTakesPart::must($incident, $by);
        $suspecting = new Suspecting($by);
        $why = trim((string) ($input['why'] ?? ''));
        Once::for($request, static fn() => match (SuspicionState::from($input['state'])) {
            SuspicionState::Suspected => $suspecting->suspect(
                $incident, $change, isset($input['score']) ? (float) $input['score'] : null, (string) ($input['sure'] ?? '')
            ),
            SuspicionState::Cleared => $suspecting->clear($incident, $change, $why),
            SuspicionState::Confirmed => $suspecting->confirm($incident, $change, $why),
        });

        return back();
    }

    public function undo(Request $request, Incident $incident, Change $change, UndoChange $undo): RedirectResponse
    {
        $by = CurrentPerson::of($request);
        WhoTakesPart::must($incident, $by);
        $made = null;
        Once::for($request, static function () use ($undo, $change, $incident, $by, &$made): void {
            $made = $undo($change, $incident, $by);
        });

        return $made instanceof Change ? redirect("/changes/$made->id") : back();
    }
}
