<?php

declare(strict_types=1);

namespace App\Updates;

use App\Platform\CurrentPerson;
use App\Platform\Once;
use App\Topology\Item;
use App\Updates\Requests\ChangeQuestionsRequest;
use Illuminate\Http\RedirectResponse;
use Inertia\Inertia;
use Inertia\Response;

/** What reporters are asked about each service. */
final class QuestionsController
{
    public function edit(): Response
    {
        return Inertia::render('Updates/Questions', [
            'services' => Item::query()->where('kind', Item::SERVICE)->whereNotNull('public_name')->orderBy('public_name')
                ->get(['id', 'public_name'])
                ->map(static fn(Item $one): array => ['id' => $one->id, 'name' => $one->public_name])->all(),
            'questions' => (object) Questions::all(), 'rules' => (object) ReportRules::all(), 'version' => Questions::version(),
            'most' => Questions::MOST,
        ]);
    }

    public function update(ChangeQuestionsRequest $request): RedirectResponse
    {
        $input = $request->validated();
        Once::for($request, static function () use ($input, $request): void {
            Questions::change(
                $request->service(), $request->questions(), (bool) ($input['attach'] ?? false), (bool) ($input['faulty'] ?? false),
                (int) $input['version'],
                CurrentPerson::of($request),
            );
        });

        return back();
    }
}
