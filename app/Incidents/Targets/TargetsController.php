<?php

declare(strict_types=1);

namespace App\Incidents\Targets;

use App\Incidents\Requests\ChangeTargetsRequest;
use App\Platform\CurrentPerson;
use App\Platform\Once;
use App\Topology\Item;
use Illuminate\Http\RedirectResponse;
use Inertia\Inertia;
use Inertia\Response;
use Skarvo\Incidents\Targets\PromisedOf;
use Skarvo\Time\Duration;

/** What is promised of incidents and tickets. */
final class TargetsController
{
    public function edit(): Response
    {
        ['value' => $value, 'version' => $version] = Promised::kept();
        $windows = $value['hours']['desk']['weekly'] ?? [];

        return Inertia::render('Incidents/Targets', [
            'version' => $version, 'zone' => $value['time_zone'],
            'days' => $windows[0]['days'] ?? [], 'from' => $windows[0]['from'] ?? '06:00', 'to' => $windows[0]['to'] ?? '22:00',
            'agreements' => array_map(static fn(array $agreement): array => [
                'kinds' => $agreement['kinds'], 'service' => $agreement['service'] ?? null,
                'targets' => array_map(static fn(array $one): array => [
                    'name' => $one['name'], 'priority' => $one['priority'],
                    'minutes' => intdiv(Duration::parse($one['within'])?->seconds() ?? 60, 60),
                    'desk' => isset($one['hours']), 'pauses' => $one['pauses'] ?? true,
                ], $agreement['targets']),
            ], $value['agreements']),
            'kinds' => array_map(
                static fn(PromisedOf $one): array => ['kind' => $one->value, 'words' => $one->words()], PromisedOf::cases()
            ),
            'services' => Item::query()->where('kind', Item::SERVICE)->orderBy('name')->get(['id', 'name']),
        ]);
    }

    public function update(ChangeTargetsRequest $request): RedirectResponse
    {
        Once::for($request, static function () use ($request): void {
            Promised::change($request->value(), (int) $request->validated()['version'], CurrentPerson::of($request));
        });

        return back();
    }
}
