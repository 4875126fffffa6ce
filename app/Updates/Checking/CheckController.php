<?php

declare(strict_types=1);

namespace App\Updates\Checking;

use App\Incidents\Incident;
use App\Incidents\Situation;
use App\Platform\CurrentPerson;
use App\Platform\Look;
use App\Platform\Moment;
use App\Platform\Once;
use App\Updates\Requests\ChangeOutsideWordsRequest;
use App\Updates\Requests\CheckWordsRequest;
use App\Updates\Update;
use App\Updates\Versions\DraftVersions;
use App\Updates\Versions\FactsOf;
use App\Updates\Versions\WrittenUpdate;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\RedirectResponse;
use Inertia\Inertia;
use Inertia\Response;

/** What is wrong with words that somebody is writing to outsiders; and which words the organisation does not say to them. */
final class CheckController
{
    public function check(CheckWordsRequest $request, Incident $incident): JsonResponse
    {
        $input = $request->validated();
        $next = isset($input['next_minutes'])
            ? now()->addMinutes((int) $input['next_minutes'])->getTimestamp() : $incident->occasion->next_update_at?->getTimestamp();

        return new JsonResponse(Look::during(static function () use ($incident, $input, $next): array {
            $written = WrittenUpdate::of($input, $next);
            // As it will be once this is sent; nothing is kept yet.
            if ($written->since !== null) {
                $incident->started_at = Moment::of($written->since);
            }
            if ($written->estimate !== null) {
                $incident->estimate_at = Moment::of($written->estimate);
            }
            $situation = Situation::shown();
            $last = Update::ofIncident($incident->id)->first();

            return [
                ...CheckWords::of($incident, $situation, $written),
                'drafts' => ($input['drafts'] ?? false) === false ? null : DraftVersions::shown(
                    $incident, FactsOf::next($incident, $situation, $written, true), $last, (bool) ($input['unchanged'] ?? false),
                    ($input['is_written'] ?? false) === false ? null : $written->text,
                ),
            ];
        }));
    }

    public function edit(): Response
    {
        $words = OutsideWords::all();

        return Inertia::render('Updates/OutsideWords', [
            'words' => array_map(
                static fn(string $word, string $instead): array => ['word' => $word, 'instead' => $instead], array_keys($words), $words
            ),
            'version' => OutsideWords::version(), 'most' => OutsideWords::MOST,
        ]);
    }

    public function update(ChangeOutsideWordsRequest $request): RedirectResponse
    {
        Once::for($request, static function () use ($request): void {
            OutsideWords::change($request->words(), (int) $request->validated()['version'], CurrentPerson::of($request));
        });

        return back();
    }
}
