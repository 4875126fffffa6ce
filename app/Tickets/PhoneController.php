<?php

declare(strict_types=1);

namespace App\Tickets;

use App\Incidents\Incident;
use App\Platform\CurrentPerson;
use App\Platform\Once;
use App\Tickets\Requests\FileCallRequest;
use App\Tickets\Requests\LookAtCallRequest;
use App\Topology\Item;
use App\Updates\TakeReport;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\RedirectResponse;
use Inertia\Inertia;
use Inertia\Response;

/** Somebody calls: what they say is typed while they talk, and filed before they hang up. */
final class PhoneController
{
    public function create(): Response
    {
        return Inertia::render('Tickets/Phone', [
            'services' => Item::query()->where('kind', Item::SERVICE)->orderBy('name')->get(['id', 'name']),
            'sites' => Item::query()->whereNotNull('site')->distinct()->orderBy('site')->pluck('site'),
        ]);
    }

    public function look(LookAtCallRequest $request): JsonResponse
    {
        $input = $request->validated();

        return new JsonResponse(PhoneCall::look(
            (string) ($input['text'] ?? ''), (string) ($input['who'] ?? ''), $input['service'] ?? null, $input['place'] ?? null,
        ));
    }

    public function store(FileCallRequest $request, TakeReport $take): RedirectResponse
    {
        $person = CurrentPerson::of($request);
        $known = $request->validated()['incident'] ?? null;
        $incident = $known === null ? null : Incident::query()->findOrFail((int) $known);
        $answer = $request->answer();
        $ticket = null;
        Once::for($request, static function () use ($request, $take, $person, $incident, $answer, &$ticket): void {
            $report = $take($request->told());
            $ticket = Ticket::query()->where('report_id', $report->id)->firstOrFail();
            $work = new WorkTickets($person);
            (new HandTickets($person))->take($ticket);
            if ($incident !== null) {
                $work->link($ticket, $incident);
            }
            if ($answer !== '') {
                $request->isSolved() ? $work->close($ticket, $answer) : $work->answer($ticket, $answer, false);
            }
        });
        // A repeat of the same request leads where the first one did.
        $ticket ??= Ticket::query()->whereHas('report', static fn($query) => $query->where('send_key', $request->told()->sendKey))
            ->firstOrFail();

        return redirect("/tickets/$ticket->id?pile=mine");
    }
}
