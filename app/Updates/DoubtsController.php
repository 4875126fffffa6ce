<?php

declare(strict_types=1);

namespace App\Updates;

use App\Platform\CurrentPerson;
use App\Platform\Once;
use App\Updates\Requests\DecideDoubtRequest;
use Illuminate\Http\RedirectResponse;
use Skarvo\Topology\State;

/** A coordinator decides what outsiders read of a service that is worse than was published. */
final class DoubtsController
{
    public function store(DecideDoubtRequest $request, DecideDoubt $decide): RedirectResponse
    {
        $input = $request->validated();
        Once::for($request, static fn() => $decide(
            $input['name'], State::from((string) $input['state']), (bool) $input['admit'], (string) ($input['why'] ?? ''),
            CurrentPerson::of($request),
        ));

        return back();
    }
}
