<?php

declare(strict_types=1);

namespace App\Updates\Versions;

use App\Platform\CurrentPerson;
use App\Platform\Once;
use App\Topology\Item;
use App\Updates\Requests\ChangeGlossaryRequest;
use Illuminate\Http\RedirectResponse;
use Inertia\Inertia;
use Inertia\Response;
use Skarvo\Value\Language;

/** Names and phrases in other languages, as the organisation says them. */
final class GlossaryController
{
    public function edit(): Response
    {
        return Inertia::render('Updates/Glossary', [
            'rows' => GlossaryWords::rows(), 'version' => GlossaryWords::version(), 'most' => GlossaryWords::MOST,
            'languages' => array_values(array_map(
                static fn(Language $one): array => ['code' => $one->value, 'name' => $one->words()],
                array_filter(Language::cases(), static fn(Language $one): bool => $one !== UpdateVersion::own()),
            )),
            // Whoever fills it in begins with what outsiders read most.
            'services' => Item::query()->where('kind', Item::SERVICE)->whereNotNull('public_name')->orderBy('public_name')->distinct()
                ->pluck('public_name')
                ->map(strval(...))->values()->all(),
        ]);
    }

    public function update(ChangeGlossaryRequest $request): RedirectResponse
    {
        Once::for($request, static function () use ($request): void {
            GlossaryWords::change($request->rows(), (int) $request->validated()['version'], CurrentPerson::of($request));
        });

        return back();
    }
}
