<?php

declare(strict_types=1);

namespace App\Paging;

use App\Incidents\Incident;
use App\Incidents\Situation;
use App\Paging\Requests\AnswerInRoomRequest;
use App\Paging\Requests\CallPeopleRequest;
use App\Paging\Requests\PreviewCallRequest;
use App\Paging\Requests\StopCallRequest;
use App\Platform\CurrentPerson;
use App\Platform\Database\Locked;
use App\Platform\Journal\Actor;
use App\Platform\Once;
use App\Platform\Person;
use App\Platform\Refused;
use App\Platform\Team;
use App\Topology\Item;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\RedirectResponse;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Gate;
use Skarvo\Paging\Outcome;
use Skarvo\Paging\Page as CorePage;
use Skarvo\Paging\Reply;

/** Calling more people from the room: whom it makes first, then the pages. And answering there. */
final class CallController
{
    public const MOST = 30;

    /** Whom one can call from here, and whom a choice of them would page. */
    public function preview(PreviewCallRequest $request, Incident $incident): JsonResponse
    {
        $chosen = $request->validated()['whom'] ?? [];
        $owners = $this->owners($incident);

        return new JsonResponse([
            'teams' => Team::query()->orderBy('name')
                ->get()->map(static fn(Team $team): array => ['id' => $team->id, 'name' => $team->name]),
            'people' => Person::query()->whereNull('left_at')
                ->whereHas('contacts')->orderBy('name')->get()
                ->map(static fn(Person $person): array => ['id' => $person->id, 'name' => $person->name, 'team' => $person->team_id]),
            'owners' => $owners,
            'makes' => array_map(
                fn(string $text): array => $this->makes($incident, $text),
                array_values(array_unique(array_map(strval(...), $chosen))),
            ),
        ]);
    }

    public function store(CallPeopleRequest $request, Incident $incident, StartCall $start): RedirectResponse
    {
        ['whom' => $whom, 'why' => $why] = $request->validated();
        $by = Actor::person(CurrentPerson::of($request));
        Once::for($request, function () use ($incident, $whom, $why, $start, $by): void {
            if (! Locked::again($incident)->isOpen()) {
                throw Refused::because('This incident is over. Nobody was called.');
            }
            foreach (array_unique(array_map(strval(...), $whom)) as $text) {
                [$team, $person] = self::read($text);
                if ($team !== null && $start($incident->occasion, $team, $by, $why) === null) {
                    throw Refused::because("$team->name has no policy, so nobody was called. Call a person, or make the policy first.");
                }
                if ($person !== null) {
                    $start->person($incident->occasion, $person, $by, $why);
                }
            }
            // Whoever calls somebody else has decided what becomes of the calls that nobody answered.
            Call::query()->unanswered()->for('incident', $incident->id)->update(['settled_at' => now()]);
        });

        return back();
    }

    public function stop(StopCallRequest $request, Call $call, StopCall $stop): RedirectResponse
    {
        $why = $request->validated()['why'];
        $person = CurrentPerson::of($request);
        Once::for($request, static fn() => $stop($call, $why, $person));

        return back();
    }

    /** Somebody who is signed in answers their own page. */
    public function answer(AnswerInRoomRequest $request, Incident $incident, AnswerPage $answer): RedirectResponse
    {
        $input = $request->validated();
        $page = Page::query()->with('call.occasion')->findOrFail((int) $input['page']);
        Gate::authorize('answer', [$page, $incident]);
        $answer($page, $input['answer'] === 'yes' ? Reply::yes() : Reply::no(), 'room', (string) ($input['why'] ?? ''));

        return back();
    }

    /** @return array{Team|null, Person|null} */
    private static function read(string $text): array
    {
        $id = mb_substr($text, (int) mb_strpos($text, ':') + 1);
        $found = match (true) {
            str_starts_with($text, 'team:') => [Team::query()->find($id), null],
            str_starts_with($text, 'person:') => [null, Person::query()->with('contacts')->whereNull('left_at')->find($id)],
            default => [null, null],
        };

        return $found === [null, null]
            ? throw Refused::because('One of those whom you chose is not known any more. Choose again.')
            : $found;
    }

    /**
     * @return array{whom: string, name: string, already: string|null, policy: string, people: list<string>, doubts: list<string>} what one
     *      choice makes
     */
    private function makes(Incident $incident, string $text): array
    {
        [$team, $person] = self::read($text);
        $name = $team->name ?? $person->name ?? '';
        $running = Call::query()->for('incident', $incident->id)
            ->where($team !== null ? ['team_id' => $team->id] : ['person_id' => $person?->id])->whereNull('handed_from')
            ->latest('id')->first();
        $already = match ($running?->outcome) {
            Outcome::Waiting => 'is being called already',
            Outcome::Acknowledged => 'was called, and has it',
            default => null,
        };
        $policy = $team === null ? null : Policies::for($team, $incident->occasion, now()->getTimestamp());
        $people = [];
        if ($person !== null) {
            $people = [$person->id];
        } elseif ($policy !== null) {
            // The first step, as the code that follows real calls would take it.
            $course = DryCall::follow($policy->rounds, $policy->steps, now()->getTimestamp(), $incident->urgency->value);
            $people = array_values(array_unique(array_map(
                static fn(CorePage $page): string => $page->person,
                array_filter(
                    $course->pages,
                    static fn(CorePage $page): bool => $page->round === 1 && $page->step === ($course->pages[0]->step ?? 1),
                ),
            )));
        }

        return [
            'whom' => $text, 'name' => $name, 'already' => $already, 'policy' => $policy->name ?? '',
            'people' => array_values(Person::query()->whereKey($people)->orderBy('name')->pluck('name')->map(strval(...))->all()),
            'doubts' => ReachDoubts::about($people),
        ];
    }

    /** @return list<array{whom: string, name: string, owns: list<string>}> teams that answer for what is hit, those with the most first */
    private function owners(Incident $incident): array
    {
        $situation = Situation::shown();
        $estate = $situation->estate;
        $owned = [];
        foreach ($situation->of($incident->id)->affected as $hit) {
            $item = $estate->item($hit->id);
            if ($item !== null && $item['team'] !== null && ($hit->distance === 0 || $item['kind'] === Item::SERVICE)) {
                $owned[$item['team']][] = $item['name'];
            }
        }
        uasort($owned, static fn(array $a, array $b): int => count($b) <=> count($a));
        $names = DB::table('teams')->pluck('name', 'id');

        return array_map(
            static fn(int|string $team): array => [
                'whom' => "team:$team", 'name' => is_string($names[$team] ?? null) ? $names[$team] : (string) $team,
                'owns' => array_slice($owned[$team], 0, 4),
            ],
            array_keys($owned),
        );
    }
}
