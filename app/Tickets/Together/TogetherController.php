<?php

declare(strict_types=1);

namespace App\Tickets\Together;

use App\Incidents\Contracts\HasConsequences;
use App\Incidents\Contracts\RoomPanel;
use App\Incidents\Foreseen;
use App\Incidents\Incident;
use App\Incidents\Situation;
use App\Incidents\Turn;
use App\Incidents\TurnKind;
use App\Platform\CurrentPerson;
use App\Platform\Database\Locked;
use App\Platform\Deed;
use App\Platform\Journal\Actor;
use App\Platform\Journal\Journal;
use App\Platform\Once;
use App\Platform\Person;
use App\Platform\Refused;
use App\Platform\Staff\Names;
use App\Tickets\Requests\AnswerAllRequest;
use App\Tickets\TicketEntry;
use Carbon\CarbonImmutable;
use Illuminate\Http\RedirectResponse;
use Illuminate\Http\Request;
use Illuminate\Support\Facades\DB;
use Inertia\Inertia;

/**
 * One answer to all who reported an incident.
 *
 * @phpstan-type SharedAnswerLine array{id: int, text: string, by: string, at: CarbonImmutable, told: int, owed: int, goesOn: bool}
 */
final class TogetherController implements HasConsequences, RoomPanel
{
    public function room(Incident $incident, Situation $situation, Person $reader): array
    {
        return ['sharedAnswers' => Inertia::optional(
            static fn(): array => Deed::ReadTickets->isAllowedTo($reader) ? self::lines($incident) : [],
        )];
    }

    public function foresee(Incident $incident, Turn $turn): ?Foreseen
    {
        $into = $turn->into;

        return $turn->kind !== TurnKind::Merged || $into === null ? null : new Foreseen(
            static fn(): array => [], static function () use ($incident, $into): void {
                SharedAnswer::query()->where('incident_id', $incident->id)->update(['incident_id' => $into->id]);
            },
        );
    }

    public function give(AnswerAllRequest $request, Incident $incident): RedirectResponse
    {
        $input = $request->validated();
        $text = trim($input['text']);
        $names = InsideNames::in($text);
        if ($names !== [] && ! (bool) ($input['anyway'] ?? false)) {
            throw Refused::because(
                'Outsiders do not know '.implode(', ', array_slice($names, 0, 4)).'. Say it in their words, or send it anyway.',
                'names',
            );
        }
        $by = CurrentPerson::of($request);
        Once::for($request, static function () use ($incident, $text, $by): void {
            Locked::again($incident);
            if (! $incident->isOpen()) {
                throw Refused::because("{$incident->ref()} is resolved: its reporters were told.");
            }
            SharedAnswer::query()->create(['incident_id' => $incident->id, 'text' => $text, 'person_id' => $by->id, 'at' => now()]);
            Journal::write(
                Actor::person($by), TicketEntry::AllAnswered, ['incident', $incident->id], ['text' => $text], ['incident' => $incident->id],
            );
        });

        return back();
    }

    /** Whoever is linked from now on does not get it any more. */
    public function stop(Request $request, SharedAnswer $answer): RedirectResponse
    {
        $by = CurrentPerson::of($request);
        Once::for($request, static function () use ($answer, $by): void {
            if (SharedAnswer::query()->whereKey($answer->id)->whereNull('stopped_at')->update(['stopped_at' => now()]) === 1) {
                Journal::write(
                    Actor::person($by), TicketEntry::AllAnsweredStopped, ['incident', $answer->incident_id], ['text' => $answer->text],
                    ['incident' => $answer->incident_id],
                );
            }
        });

        return back();
    }

    /** @return list<SharedAnswerLine> */
    private static function lines(Incident $incident): array
    {
        return array_values(SharedAnswer::query()->where('incident_id', $incident->id)->orderBy('id')->get()
            ->map(static fn(SharedAnswer $one): array => [
                'id' => $one->id, 'text' => $one->text, 'by' => Names::person($one->person_id), 'at' => $one->at,
                'told' => DB::table('incident_answers_given')->where('answer_id', $one->id)->count(),
                'goesOn' => $one->stopped_at === null && $incident->isOpen(),
                'owed' => $one->stopped_at === null && $incident->isOpen() ? $one->owed()->count() : 0,
            ])->all());
    }
}
