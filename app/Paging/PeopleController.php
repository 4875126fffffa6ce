<?php

declare(strict_types=1);

namespace App\Paging;

use App\Paging\Delivery\DeliveryPaths;
use App\Paging\Requests\AddPersonRequest;
use App\Paging\Requests\ChangeReachRequest;
use App\Paging\Requests\TestReachRequest;
use App\Platform\Contracts\InHand;
use App\Platform\CurrentPerson;
use App\Platform\Given;
use App\Platform\Journal\Actor;
use App\Platform\Once;
use App\Platform\Person;
use App\Platform\Role;
use App\Platform\Staff\AddPerson;
use App\Platform\Staff\Contact;
use App\Platform\Staff\KeepParticulars;
use App\Platform\Team;
use App\Rota\Absences;
use App\Rota\Rota;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\RedirectResponse;
use Illuminate\Http\Request;
use Illuminate\Support\Facades\Gate;
use Inertia\Inertia;
use Inertia\Response;
use Skarvo\Incidents\Urgency;

/** People, and how each of them is reached: contacts, rules of their own, a test to oneself. */
final class PeopleController
{
    private const TESTS_SHOWN = 12;

    public function index(Request $request): Response
    {
        $people = Person::query()->with(['team', 'contacts'])->whereNull('left_at')->orderBy('name')->get();
        $doubts = ReachDoubts::byPerson(array_values($people->modelKeys()));

        return Inertia::render('Paging/People', [
            'people' => $people->map(static fn(Person $person): array => [
                'id' => $person->id, 'name' => $person->name, 'title' => $person->title, 'team' => $person->team?->name,
                'team_id' => $person->team_id,
                'ways' => $person->contacts->pluck('channel'), 'rules' => count($person->reach_rules),
                'doubts' => $doubts[$person->id] ?? [],
            ]),
            'teams' => Team::query()->withCount('people')
                ->orderBy('name')->get()
                ->map(static fn(Team $team): array => [
                    'id' => $team->id, 'name' => $team->name, 'people' => $team->people_count, 'version' => $team->version,
                ]),
            'roles' => self::roles(),
            'timeZone' => config('skarvo.time_zone'),
            // For whoever may take them back in.
            'gone' => CurrentPerson::of($request)->has(Role::Administrator)
                ? Person::query()->whereNotNull('left_at')->orderBy('name')->get(['id', 'name'])
                : [],
            'mayAdd' => CurrentPerson::of($request)->has(Role::Administrator),
        ]);
    }

    public function show(Request $request, Person $person): Response
    {
        $person->load(['team', 'contacts']);
        $now = now()->getTimestamp();
        $mayEdit = CurrentPerson::of($request)->can('edit', $person);

        return Inertia::render('Paging/Person', [
            'person' => [
                'id' => $person->id, 'name' => $person->name, 'title' => $person->title, 'team' => $person->team?->name,
                'time_zone' => $person->time_zone, 'left' => $person->left_at,
            ],
            // A number is for those who look after it; others need only the ways.
            'contacts' => $person->contacts->map(static fn(Contact $c): array => [
                'channel' => $c->channel, 'address' => $mayEdit ? $c->address : '', 'after' => $c->after_seconds,
            ]),
            'rules' => $person->reach_rules,
            'channels' => array_map(
                static fn(string $channel, string $words): array => ['value' => $channel, 'words' => $words],
                array_keys(DeliveryPaths::WORDS), DeliveryPaths::WORDS,
            ),
            'urgencies' => array_map(static fn(Urgency $u): array => ['value' => $u->value, 'meaning' => $u->meaning()], Urgency::cases()),
            'doubts' => ReachDoubts::byPerson([$person->id])[$person->id] ?? [],
            // What their rules come to at this moment.
            'present' => array_map(
                static fn(Urgency $u): array => ['urgency' => $u->meaning(), 'ways' => ReachPeople::of($person, $u->value, $now)],
                Urgency::cases(),
            ),
            'tests' => Page::query()->where('person_id', $person->id)
                ->where('kind', 'test')->latest('id')->limit(self::TESTS_SHOWN)->get()
                ->map(static fn(Page $page): array => [
                    'id' => $page->id, 'channel' => $page->channel, 'at' => $page->at, 'sent_at' => $page->sent_at,
                    'delivered_at' => $page->delivered_at, 'failed_at' => $page->failed_at, 'error' => $page->error,
                    'answered_at' => $page->answered_at,
                ]),
            // Turns that still name them, which nobody would take once they are gone.
            'rotas' => Rota::query()->orderBy('name')
                ->get()->filter(static fn(Rota $rota): bool => $rota->names($person->id))
                ->map(static fn(Rota $rota): array => ['id' => $rota->id, 'name' => $rota->name])->values(),
            // What else is in their hands, for whoever takes them out, or has done so.
            'inHand' => Inertia::optional(static fn(): array => CurrentPerson::of($request)->has(Role::Administrator)
                ? array_merge([], ...array_map(static fn(InHand $one): array => $one->inHand($person), Given::all(InHand::class)))
                : []),
            'absences' => Absences::of($person, $mayEdit),
            'gaps' => Absences::gaps($person),
            'mayArrange' => $mayEdit || CurrentPerson::of($request)->can('arrange', Rota::class),
            'mayEdit' => $mayEdit, 'reachVersion' => $person->reach_version,
            'particulars' => CurrentPerson::of($request)->has(Role::Administrator) ? KeepParticulars::of($person) : null,
            'teams' => Team::query()->orderBy('name')->get(['id', 'name']),
            'roles' => self::roles(),
            'signsIn' => $person->password !== null,
            'mayRemove' => CurrentPerson::of($request)->has(Role::Administrator) && CurrentPerson::of($request)->id !== $person->id,
        ]);
    }

    public function save(ChangeReachRequest $request, Person $person, KeepReach $keep): RedirectResponse
    {
        Gate::authorize('edit', $person);
        $input = $request->validated();
        $by = CurrentPerson::of($request);
        Once::for($request, static function () use ($keep, $person, $input, $by): void {
            $keep->set($person, $input['contacts'], $input['rules'], (int) $input['version'], $by);
        });

        return back();
    }

    /** A page to oneself, on one way or on all. */
    public function test(TestReachRequest $request, Person $person, KeepReach $keep): RedirectResponse
    {
        Gate::authorize('edit', $person);
        $channel = $request->validated()['channel'] ?? null;
        $by = CurrentPerson::of($request);
        Once::for($request, static function () use ($keep, $person, $channel, $by): void {
            $keep->test($person, $channel === null ? null : (string) $channel, $by);
        });

        return back();
    }

    public function store(AddPersonRequest $request): RedirectResponse
    {
        $input = $request->validated();
        $id = null;
        Once::for($request, static function () use ($input, $request, &$id): void {
            $id = AddPerson::as(
                (string) $input['name'], $input['email'], $input['team'] ?? null, array_values($input['roles']), $input['time_zone'],
                $input['password'] ?? null, Actor::person(CurrentPerson::of($request))
            )->id;
        });

        return $id === null ? back() : redirect("/people/$id");
    }

    public function leave(Request $request, Person $person, PersonLeaves $leaves): RedirectResponse
    {
        $by = CurrentPerson::of($request);
        Once::for($request, static function () use ($leaves, $person, $by): void {
            $leaves($person, $by);
        });

        return back();
    }

    public function comeBack(Request $request, Person $person, PersonReturns $returns): RedirectResponse
    {
        $by = CurrentPerson::of($request);
        Once::for($request, static fn() => $returns($person, $by));

        return back();
    }

    /** For stand-ins and directories: who there is, and by which ways they are reached. */
    public function directory(): JsonResponse
    {
        return new JsonResponse(['people' => Person::query()->with(
            ['team', 'contacts']
        )->whereNull('left_at')->orderBy('name')->get()->map(static fn(Person $person): array => [
            'id' => $person->id, 'name' => $person->name, 'team' => $person->team?->name,
            'contacts' => $person->contacts->map(static fn(Contact $c): array => ['channel' => $c->channel, 'address' => $c->address]),
        ])]);
    }

    /** @return list<array{value: string, words: string}> */
    private static function roles(): array
    {
        return array_map(static fn(Role $role): array => ['value' => $role->value, 'words' => $role->words()], Role::cases());
    }
}
