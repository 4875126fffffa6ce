<?php

declare(strict_types=1);

namespace App\Paging;

use App\Paging\Delivery\DeliveryPaths;
use App\Paging\Requests\DryRunPolicyRequest;
use App\Paging\Requests\SavePolicyRequest;
use App\Platform\CurrentPerson;
use App\Platform\Http\Asked;
use App\Platform\Once;
use App\Platform\Person;
use App\Platform\Refused;
use App\Platform\Team;
use App\Rota\Rota;
use App\Topology\Item;
use Carbon\CarbonImmutable;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\RedirectResponse;
use Illuminate\Http\Request;
use Inertia\Inertia;
use Inertia\Response;
use Skarvo\Incidents\Urgency;
use Skarvo\Json\BadInput;
use Skarvo\Paging\Page as CorePage;

/** A team's policies, each edited beside what it would do if nobody answered. A call that runs keeps the one it began with. */
final class PolicyController
{
    public function show(Request $request, Team $team): Response
    {
        $policies = EscalationPolicy::query()->where('team_id', $team->id)->orderBy('id')->get();
        $chosen = $policies->find(Asked::number($request, 'policy')) ?? $policies->first(
            static fn(EscalationPolicy $one): bool => $one->isForTheRest(),
        ) ?? $policies->first();
        $policy = $chosen ?? new EscalationPolicy([
            'name' => "$team->name, any hour", 'rounds' => 2, 'steps' => [], 'hours' => null, 'service_id' => null,
        ]);

        return Inertia::render('Paging/Policy', [
            'team' => ['id' => $team->id, 'name' => $team->name],
            'policies' => $policies->map(fn(EscalationPolicy $one): array => [
                'id' => $one->id, 'name' => $one->name, 'for' => $this->forWhat($one),
            ]),
            'policy' => self::told($policy),
            'course' => $policy->steps === [] ? null : $this->course($policy->rounds, $policy->steps, now()->getTimestamp(), 'now'),
            'rotas' => Rota::query()->orderBy('name')->get(['id', 'name']),
            'people' => Person::query()->whereNull('left_at')->orderBy('name')->get(['id', 'name']),
            'services' => Item::query()->where('kind', Item::SERVICE)->orderBy('name')->get(['id', 'name']),
            'urgencies' => array_map(static fn(Urgency $u): array => ['value' => $u->value, 'meaning' => $u->meaning()], Urgency::cases()),
            'mayEdit' => CurrentPerson::of($request)->can('arrange', Rota::class),
            'running' => Call::query()->where('team_id', $team->id)->whereNotIn('outcome', ['resolved', 'exhausted'])->count(),
        ]);
    }

    public function dryRun(DryRunPolicyRequest $request, Team $team): JsonResponse
    {
        $asked = $request->steps();
        $when = $request->validated();
        $at = isset($when['at']) ? CarbonImmutable::parse((string) $when['at'])->getTimestamp() : now()->getTimestamp();
        try {
            return new JsonResponse($this->course($asked['rounds'], $asked['steps'], $at, (string) ($when['urgency'] ?? 'now')));
        } catch (BadInput $e) {
            return new JsonResponse($e->toArray(), 422);
        }
    }

    public function save(SavePolicyRequest $request, Team $team, KeepPolicies $policies): RedirectResponse
    {
        $asked = $request->policy();
        $more = $request->validated();
        try {
            DryCall::follow($asked['rounds'], $asked['steps'], now()->getTimestamp());
        } catch (BadInput $e) {
            throw Refused::because($e->getMessage());
        }
        $id = null;
        Once::for($request, static function () use ($request, $team, $asked, $more, $policies, &$id): void {
            $id = $policies->save(
                $team, isset($more['id']) ? (int) $more['id'] : null, (int) ($more['version'] ?? 0), $asked, CurrentPerson::of($request),
            )->id;
        });

        return $id === null ? back() : redirect("/policies/$team->id?policy=$id");
    }

    public function drop(Request $request, Team $team, EscalationPolicy $policy, KeepPolicies $policies): RedirectResponse
    {
        abort_unless($policy->team_id === $team->id, 404);
        Once::for($request, static fn() => $policies->drop($team, $policy, CurrentPerson::of($request)));

        return redirect("/policies/$team->id");
    }

    /** @return array<string, mixed> as the form has it */
    private static function told(EscalationPolicy $policy): array
    {
        return [
            'id' => $policy->exists ? $policy->id : null, 'name' => $policy->name, 'rounds' => $policy->rounds,
            'steps' => $policy->steps, 'service_id' => $policy->service_id,
            'urgencies' => $policy->urgencies, 'hours' => $policy->hours, 'patience_seconds' => $policy->patience_seconds,
            'answer_seconds' => $policy->answer_seconds, 'version' => $policy->exists ? $policy->version : null,
        ];
    }

    private function forWhat(EscalationPolicy $policy): string
    {
        $service = $policy->service_id === null ? null : Item::query()->find($policy->service_id)->name ?? $policy->service_id;
        $told = array_filter([
            $service,
            $policy->urgencies === []
                ? null
                : implode(' or ', array_map(static fn(string $one): string => Urgency::from($one)->meaning(), $policy->urgencies)),
            $policy->hours === null ? null : implode(', ', $policy->hours['days'])." {$policy->hours['from']} to {$policy->hours['to']}",
        ]);

        return $told === [] ? 'all other cases' : implode(', ', $told);
    }

    /**
     * @param  list<array{targets: list<string>, wait_seconds: int}>  $steps
     * @return array{pages: list<array{at: int, name: string, way: string, round: int, step: int}>, ends: int|null, nobody: list<string>,
     *      doubtful: list<string>}
     *
     * @throws BadInput
     */
    private function course(int $rounds, array $steps, int $at, string $urgency): array
    {
        $course = DryCall::follow($rounds, $steps, $at, $urgency);
        $names = Person::query()->pluck('name', 'id');

        return [
            'pages' => array_map(
                static fn(CorePage $p): array => [
                    'at' => $p->at * 1000, 'name' => (string) ($names[$p->person] ?? $p->person),
                    'way' => DeliveryPaths::words($p->channel), 'round' => $p->round, 'step' => $p->step,
                ],
                array_slice($course->pages, 0, 100),
            ),
            'ends' => $course->at === null ? null : $course->at * 1000,
            'nobody' => array_values(array_unique(array_map(
                static fn($s): string => "step $s->step of round $s->round",
                array_filter($course->steps, static fn($s): bool => $s->people === []),
            ))),
            'doubtful' => ReachDoubts::about(array_values(array_unique(array_map(
                static fn(CorePage $p): string => $p->person, $course->pages,
            )))),
        ];
    }
}
