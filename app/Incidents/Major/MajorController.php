<?php

declare(strict_types=1);

namespace App\Incidents\Major;

use App\Incidents\Incident;
use App\Incidents\Requests\LowerFromMajorRequest;
use App\Incidents\Requests\MajorSettingsRequest;
use App\Incidents\Requests\RaiseToMajorRequest;
use App\Platform\CurrentPerson;
use App\Platform\Once;
use App\Platform\Staff\Names;
use App\Topology\Item;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\RedirectResponse;
use Inertia\Inertia;
use Inertia\Response;
use Skarvo\Incidents\Impact;
use Skarvo\Incidents\Urgency;

/** Major incidents: raising, lowering, and how the organisation deals with them. */
final class MajorController
{
    public function preview(Incident $incident, RaiseToMajor $raise): JsonResponse
    {
        return new JsonResponse([
            ...$raise->preview($incident), 'every' => MajorSettings::now()->updateMinutes,
            'allServices' => Item::query()->where('kind', Item::SERVICE)->orderBy('name')->get(['id', 'name']),
        ]);
    }

    public function raise(RaiseToMajorRequest $request, Incident $incident, RaiseToMajor $raise): RedirectResponse
    {
        $input = $request->validated();
        Once::for($request, static fn() => $raise(
            $incident, (int) $input['version'], $input['title'],
            isset($input['service']) ? Item::query()->findOrFail((string) $input['service']) : null,
            Impact::from($input['impact']), Urgency::from($input['urgency']), (string) ($input['confirmed'] ?? ''),
            (string) ($input['update'] ?? ''), (bool) ($input['call'] ?? false), CurrentPerson::of($request),
            $input['despite'] ?? null,
        ));

        return back();
    }

    public function lowerPreview(Incident $incident, LowerFromMajor $lower): JsonResponse
    {
        return new JsonResponse($lower->preview($incident));
    }

    public function lower(LowerFromMajorRequest $request, Incident $incident, LowerFromMajor $lower): RedirectResponse
    {
        $input = $request->validated();
        Once::for($request, static fn() => $lower($incident, (int) $input['version'], $input['why'], CurrentPerson::of($request)));

        return back();
    }

    public function edit(): Response
    {
        $settings = MajorSettings::now();

        return Inertia::render('Incidents/MajorSettings', [
            'choices' => $settings->choices(), 'version' => $settings->version,
            'teams' => Names::teamChoices(),
        ]);
    }

    public function update(MajorSettingsRequest $request): RedirectResponse
    {
        Once::for($request, static function () use ($request): void {
            MajorSettings::change($request->choices(), (int) $request->validated()['version'], CurrentPerson::of($request));
        });

        return back();
    }
}
