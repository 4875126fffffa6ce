<?php

declare(strict_types=1);

namespace App\Updates\Cards;

use App\Incidents\Incident;
use App\Incidents\Situation;
use App\Platform\CurrentPerson;
use App\Platform\Once;
use App\Updates\NextUpdate;
use App\Updates\Requests\GiveCardRequest;
use App\Updates\Update;
use Illuminate\Http\RedirectResponse;
use Illuminate\Http\Request;
use Inertia\Inertia;
use Inertia\Response;

/** How an incident stands, in words for outsiders: nothing of what is thought and tried inside stands here. */
final class CardController
{
    public function show(string $token): Response
    {
        $card = Card::query()->with('incident')->where('token', $token)->first() ?? abort(404);
        $isReadable = Card::query()->readable()->whereKey($card->id)->exists();

        return Inertia::render('Updates/Card', [
            'card' => $isReadable ? ['until' => $card->expires_at, ...self::told($card->incident)] : null,
        ]);
    }

    public function give(GiveCardRequest $request, Incident $incident): RedirectResponse
    {
        $input = $request->validated();
        Once::for(
            $request,
            static fn() => (new GiveCard(CurrentPerson::of($request)))->give($incident, trim($input['for']), (int) $input['hours']),
        );

        return back();
    }

    public function withdraw(Request $request, Card $card): RedirectResponse
    {
        Once::for($request, static fn() => (new GiveCard(CurrentPerson::of($request)))->withdraw($card));

        return back();
    }

    /** @return array<string, mixed> */
    private static function told(Incident $incident): array
    {
        $situation = Situation::now();
        $last = Update::ofIncident($incident->id)->first();
        $draft = NextUpdate::of($incident, $situation);
        $isOpen = $incident->isOpen();

        return [
            'ref' => $incident->ref(), 'stage' => $incident->stage->words(), 'started_at' => $incident->started_at,
            'resolved_at' => $incident->resolved_at,
            'services' => $isOpen ? $draft['services'] : [],
            'places' => $isOpen ? $situation->estate->sites($situation->of($incident->id)) : [],
            // What has passed was wrong: then nobody can say.
            'expected_at' => $isOpen && $incident->estimate_at?->isFuture() === true ? $incident->estimate_at : null,
            'next_update_at' => $isOpen ? $incident->occasion->next_update_at : null,
            'said' => $last === null ? null : ['text' => $last->text, 'meanwhile' => $last->meanwhile ?? '', 'at' => $last->published_at],
        ];
    }
}
