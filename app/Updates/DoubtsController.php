<?php

declare(strict_types=1);

namespace App\Updates;

use App\Platform\CurrentPerson;
use App\Platform\Journal\Actor;
use App\Platform\Journal\Journal;
use App\Platform\Moment;
use App\Platform\Once;
use App\Platform\Refused;
use App\Updates\Requests\DecideDoubtRequest;
use Illuminate\Http\RedirectResponse;
use Illuminate\Support\Facades\DB;

/** A coordinator decides what outsiders read of a service that is worse than was published. */
final class DoubtsController
{
    public function store(DecideDoubtRequest $request): RedirectResponse
    {
        $input = $request->validated();
        $person = CurrentPerson::of($request);
        Once::for($request, static function () use ($input, $person): void {
            $doubt = collect(PublicStates::doubtful())->firstWhere('name', $input['name']) ?? throw Refused::because(
                "$input[name] is as was published by now.",
            );
            DB::table('public_doubts')->upsert([[
                'name' => $input['name'], 'state' => $doubt['state']->value, 'admitted' => (bool) $input['admit'],
                'why' => (string) ($input['why'] ?? ''), 'person_id' => $person->id, 'at' => Moment::precise(now()),
            ]], ['name']);
            Journal::write(
                Actor::person($person), $input['admit'] ? UpdateEntry::StatusAdmitted : UpdateEntry::StatusKept,
                ['service', $doubt['item']],
                [
                    'name' => $input['name'], 'state' => $doubt['state']->value,
                    'why' => (string) ($input['why'] ?? ''),
                ],
            );
        });

        return back();
    }
}
