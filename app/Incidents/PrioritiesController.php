<?php

declare(strict_types=1);

namespace App\Incidents;

use App\Incidents\Requests\UpdatePrioritiesRequest;
use App\Platform\CurrentPerson;
use App\Platform\Http\Asked;
use App\Platform\Once;
use App\Platform\Refused;
use Illuminate\Http\RedirectResponse;
use Inertia\Inertia;
use Inertia\Response;
use Skarvo\Incidents\Impact;
use Skarvo\Incidents\PriorityMatrix;
use Skarvo\Incidents\Urgency;
use Skarvo\Json\BadInput;
use Skarvo\Json\Document;

final class PrioritiesController
{
    public function edit(): Response
    {
        return Inertia::render('Incidents/Priorities', [
            'matrix' => Priorities::matrix()->toArray(),
            'version' => Priorities::version(),
            'impacts' => array_map(static fn(Impact $i): array => ['value' => $i->value, 'meaning' => $i->meaning()], Impact::cases()),
            'urgencies' => array_map(static fn(Urgency $u): array => ['value' => $u->value, 'meaning' => $u->meaning()], Urgency::cases()),
        ]);
    }

    public function update(UpdatePrioritiesRequest $request): RedirectResponse
    {
        $request->validated();
        try {
            $matrix = PriorityMatrix::read(Document::parse(json_encode($request->input('matrix'), JSON_THROW_ON_ERROR)));
        } catch (BadInput $e) {
            throw Refused::because("$e->at: {$e->getMessage()}", 'matrix');
        }
        Once::for($request, static function () use ($matrix, $request): void {
            Priorities::change($matrix, Asked::number($request, 'version'), CurrentPerson::of($request));
        });

        return back();
    }
}
