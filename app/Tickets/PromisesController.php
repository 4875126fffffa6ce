<?php

declare(strict_types=1);

namespace App\Tickets;

use App\Platform\CurrentPerson;
use App\Tickets\Requests\ChangePromisesRequest;
use Illuminate\Http\RedirectResponse;
use Inertia\Inertia;
use Inertia\Response;
use Skarvo\Time\Duration;

/** What is promised of tickets, by priority. */
final class PromisesController
{
    public function edit(): Response
    {
        ['value' => $value, 'version' => $version] = Promises::kept();
        $windows = $value['hours']['desk']['weekly'] ?? [];

        return Inertia::render('Tickets/Promises', [
            'version' => $version, 'zone' => $value['time_zone'],
            'days' => $windows[0]['days'] ?? [], 'from' => $windows[0]['from'] ?? '06:00', 'to' => $windows[0]['to'] ?? '22:00',
            'targets' => array_map(static fn(array $one): array => [
                'name' => $one['name'], 'priority' => $one['priority'], 'minutes' => intdiv(Duration::parse($one['within'])?->seconds() ?? 60, 60),
                'desk' => isset($one['hours']), 'pauses' => $one['pauses'] ?? true,
            ], $value['targets']),
        ]);
    }

    public function update(ChangePromisesRequest $request): RedirectResponse
    {
        Promises::change($request->promises(), (int) $request->validated()['version'], CurrentPerson::of($request));

        return back();
    }
}
