<?php

declare(strict_types=1);

namespace App\Changes\Approval;

use App\Changes\Change;
use App\Changes\ChangeShown;
use App\Changes\Course\QuietWhileItLasts;
use App\Changes\Planning\Looked;
use App\Changes\Requests\AnswerRequest;
use App\Platform\Database\Locked;
use App\Platform\Once;
use App\Platform\Refused;
use Illuminate\Http\RedirectResponse;
use Illuminate\Http\Request;
use Illuminate\Support\Facades\Redirect;
use Inertia\Inertia;
use Inertia\Response;

/**
 * Somebody says yes or no to a change on the device that the question reached: the address is the key, no sign-in.
 *
 * It opens this change alone, for the round in which they were asked. Whoever has left the company opens nothing by it.
 */
final class ApproveController
{
    /** So long after the change its address still says how it went. */
    private const AFTER_DAYS = 30;

    public function show(Request $request, string $ask): Response|RedirectResponse
    {
        $ask = self::find($ask);
        $change = $ask->approval->change;
        $latest = $change->approval()->first();
        $newer = $latest === null || $latest->id === $ask->approval_id
            ? null
            : $latest->asks()->where('person_id', $ask->person_id)->first();
        if ($newer !== null) {
            return Redirect::to($newer->link());
        }
        $shown = ChangeShown::of($change, $ask->person);
        $said = $ask->approval->answers->where('person_id', $ask->person_id)->last();

        return Inertia::render('Changes/Approve', [
            'answerTo' => $request->getRequestUri(), 'person' => $ask->person->name, 'change' => $shown,
            'looked' => $shown['mayAnswer'] ? Looked::at($change) : null,
            'said' => $said === null ? null : ['yes' => $said->is_yes, 'comment' => (string) $said->comment, 'at' => $said->at],
            // Of a round that is over they are told no more than that.
            'isOld' => $latest?->id !== $ask->approval_id,
        ]);
    }

    public function answer(AnswerRequest $request, string $ask): RedirectResponse
    {
        $ask = self::find($ask);
        $input = $request->validated();
        Once::for($request, static function () use ($ask, $input): void {
            $change = Locked::again($ask->approval->change);
            if ($change->approval()->first()?->id !== $ask->approval_id || $ask->approval->round !== (int) $input['round']) {
                throw Refused::because("{$change->ref()} was changed since you read it: look at what is other now, and answer again.");
            }
            Approving::answer($change, $ask->person, (bool) $input['yes'], trim((string) ($input['comment'] ?? '')));
            QuietWhileItLasts::follow($change, $ask->person);
        });

        return back();
    }

    private static function find(string $key): ChangeAsk
    {
        $ask = ChangeAsk::byKey($key)?->load(['approval.change', 'approval.answers', 'person']);
        $ended = $ask?->approval->change->to();
        if (
            $ask === null || $ask->person->left_at !== null
            || ($ask->approval->change->state->isOver() && $ended?->isBefore(now()->subDays(self::AFTER_DAYS)))
        ) {
            abort(404);
        }

        return $ask;
    }
}
