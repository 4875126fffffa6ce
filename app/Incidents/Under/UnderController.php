<?php

declare(strict_types=1);

namespace App\Incidents\Under;

use App\Incidents\Incident;
use App\Incidents\Requests\PutUnderRequest;
use App\Incidents\Requests\TakeOutRequest;
use App\Platform\CurrentPerson;
use App\Platform\Journal\Actor;
use App\Platform\Once;
use Illuminate\Http\RedirectResponse;

/** What belongs under a major incident. */
final class UnderController
{
    /** One or many. */
    public function put(PutUnderRequest $request, Incident $incident, PutUnder $put): RedirectResponse
    {
        $by = Actor::person(CurrentPerson::of($request));
        $children = Incident::query()->whereKey(array_map(intval(...), $request->validated()['incidents']))->orderBy('id')->get();
        Once::for($request, static function () use ($children, $incident, $put, $by): void {
            foreach ($children as $child) {
                $put($child, $incident, $by);
            }
        });

        return back();
    }

    public function takeOut(TakeOutRequest $request, Incident $incident, PutUnder $put): RedirectResponse
    {
        Once::for(
            $request,
            static fn() => $put->takeOut($incident, $request->validated()['why'], Actor::person(CurrentPerson::of($request))),
        );

        return back();
    }
}
