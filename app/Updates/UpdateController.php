<?php

declare(strict_types=1);

namespace App\Updates;

use App\Incidents\Incident;
use App\Platform\CurrentPerson;
use App\Platform\Once;
use Illuminate\Http\RedirectResponse;
use Illuminate\Http\Request;
use Illuminate\Validation\Rule;
use Skarvo\Incidents\Stage;

final class UpdateController
{
    public function store(Request $request, Incident $incident, PublishUpdate $publish): RedirectResponse
    {
        $input = $request->validate([
            'number' => ['required', 'integer'],
            'stage' => ['required', Rule::enum(Stage::class)->except(Stage::Restored)],
            'text' => ['required', 'string', 'max:2000'],
            'meanwhile' => ['nullable', 'string', 'max:1000'],
            'next_minutes' => ['required', 'integer', 'min:5', 'max:10080'],
        ], ['text.required' => 'Say what is affected.', 'next_minutes.min' => 'Leave at least 5 minutes until the next update.']);
        Once::for($request, static fn() => $publish(
            $incident, (int) $input['number'], Stage::from($input['stage']), $input['text'], $input['meanwhile'] ?? null,
            (int) $input['next_minutes'], CurrentPerson::of($request),
        ));

        return back();
    }
}
