<?php

declare(strict_types=1);

namespace App\Paging;

use App\Platform\CurrentPerson;
use App\Platform\Journal\Actor;
use App\Platform\Journal\Journal;
use App\Platform\Once;
use App\Platform\Person;
use App\Platform\Refused;
use App\Platform\Team;
use App\Rota\ChangeRota;
use App\Rota\Rota;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\RedirectResponse;
use Illuminate\Http\Request;
use Illuminate\Support\Facades\DB;
use Inertia\Inertia;
use Inertia\Response;
use Skarvo\Json\BadInput;
use Skarvo\Paging\Page as CorePage;

/** A team's escalation policy: edited beside what it would do now if nobody answered. A call that runs keeps the one it began with. */
final class PolicyController
{
    private const FAILED_LATELY_DAYS = 7;

    public function show(Request $request, Team $team): Response
    {
        $policy = EscalationPolicy::query()->where('team_id', $team->id)->first();
        $rounds = $policy->rounds ?? 2;
        $steps = $policy->steps ?? [];

        return Inertia::render('Paging/Policy', [
            'team' => ['id' => $team->id, 'name' => $team->name],
            'policy' => ['rounds' => $rounds, 'steps' => $steps],
            'course' => $steps === [] ? null : $this->told($rounds, $steps),
            'rotas' => Rota::query()->orderBy('name')->get(['id', 'name']),
            'people' => Person::query()->orderBy('name')->get(['id', 'name']),
            'mayEdit' => ChangeRota::mayArrange(CurrentPerson::of($request)),
            'running' => Call::query()->where('team_id', $team->id)->whereNotIn('outcome', ['resolved', 'exhausted'])->count(),
        ]);
    }

    public function dryRun(Request $request, Team $team): JsonResponse
    {
        [$rounds, $steps] = self::asked($request);
        try {
            return new JsonResponse($this->told($rounds, $steps));
        } catch (BadInput $e) {
            return new JsonResponse($e->toArray(), 422);
        }
    }

    public function save(Request $request, Team $team): RedirectResponse
    {
        [$rounds, $steps] = self::asked($request);
        $was = $request->validate(['was' => ['present', 'array']])['was'];
        try {
            DryCall::follow($rounds, $steps, now()->getTimestamp());
        } catch (BadInput $e) {
            throw Refused::because($e->getMessage());
        }
        $person = CurrentPerson::of($request);
        Once::for($request, static function () use ($team, $rounds, $steps, $was, $person): void {
            $policy = EscalationPolicy::query()->where('team_id', $team->id)->first();
            if ($policy !== null && ['rounds' => $policy->rounds, 'steps' => $policy->steps] != $was) {
                throw Refused::because('Somebody changed this policy meanwhile. What you changed is still here: look at theirs, then save yours again.');
            }
            EscalationPolicy::query()->updateOrCreate(['team_id' => $team->id], ['name' => $policy->name ?? "$team->name, any hour", 'rounds' => $rounds, 'steps' => $steps]);
            Journal::write(Actor::person($person), 'policy.saved', ['team', $team->id], ['team' => $team->name, 'steps' => count($steps), 'rounds' => $rounds]);
        });

        return back();
    }

    /** @return array{int, list<array{targets: list<string>, wait_seconds: int}>} */
    private static function asked(Request $request): array
    {
        $input = $request->validate([
            'rounds' => ['required', 'integer', 'between:1,20'], 'steps' => ['required', 'array', 'min:1', 'max:20'], 'steps.*.targets' => ['required', 'array', 'min:1'], 'steps.*.targets.*' => ['string'], 'steps.*.wait_seconds' => ['required', 'integer', 'min:1', 'max:86400'],
        ], ['steps.required' => 'A policy has at least one step.', 'steps.*.targets.required' => 'Each step calls somebody: choose whom.', 'steps.*.wait_seconds.*' => 'Wait from a second to a day before the next step.', 'rounds.*' => 'Go through the steps 1 to 20 times.']);

        return [(int) $input['rounds'], array_values(array_map(static fn(array $step): array => ['targets' => array_values(array_map(strval(...), $step['targets'])), 'wait_seconds' => (int) $step['wait_seconds']], $input['steps']))];
    }

    /**
     * @param  list<array{targets: list<string>, wait_seconds: int}>  $steps
     * @return array{pages: list<array{at: int, name: string, channel: string, round: int, step: int}>, ends: int|null, nobody: list<string>, doubtful: list<string>}
     *
     * @throws BadInput
     */
    private function told(int $rounds, array $steps): array
    {
        $course = DryCall::follow($rounds, $steps, now()->getTimestamp());
        $names = Person::query()->pluck('name', 'id');
        $people = array_values(array_unique(array_map(static fn(CorePage $p): string => $p->person, $course->pages)));

        return [
            'pages' => array_map(static fn(CorePage $p): array => ['at' => $p->at * 1000, 'name' => (string) ($names[$p->person] ?? $p->person), 'channel' => $p->channel, 'round' => $p->round, 'step' => $p->step], array_slice($course->pages, 0, 100)),
            'ends' => $course->at === null ? null : $course->at * 1000,
            'nobody' => array_values(array_unique(array_map(static fn($s): string => "step $s->step of round $s->round", array_filter($course->steps, static fn($s): bool => $s->people === [])))),
            'doubtful' => $this->doubtful($people, $names->all()),
        ];
    }

    /**
     * Who may not be reached: with one channel only, or with one that came back lately.
     *
     * @param  list<string>  $people
     * @param  array<array-key, mixed>  $names
     * @return list<string> in sentences
     */
    private function doubtful(array $people, array $names): array
    {
        $channels = Contact::query()->whereIn('person_id', $people)->get()->groupBy('person_id');
        $failed = DB::table('pages')->whereIn('person_id', $people)->where('failed_at', '>=', now()->subDays(self::FAILED_LATELY_DAYS))->orderBy('id')->get(['person_id', 'channel'])->groupBy('person_id');
        $told = [];
        foreach ($people as $person) {
            $name = is_string($names[$person] ?? null) ? $names[$person] : $person;
            $ways = $channels->get($person)?->pluck('channel')->unique()->count() ?? 0;
            if ($ways < 2) {
                $told[] = $ways === 0 ? "$name has no way to be reached." : "$name can be reached in one way only.";
            }
            $back = $failed->get($person)?->pluck('channel')->unique()->implode(', ') ?? '';
            if ($back !== '') {
                $told[] = "A page to $name came back within a week: $back.";
            }
        }

        return $told;
    }
}
