<?php

declare(strict_types=1);

namespace Tests\Feature\Incidents;

use App\Incidents\Course\CourseNote;
use App\Incidents\Course\KeepExtent;
use App\Incidents\Finding\Hypothesis;
use App\Incidents\Incident;
use App\Incidents\Roles\RoleHeld;
use App\Incidents\Roles\Roles;
use App\Platform\Staff\Names;
use App\Signals\Alert;
use App\Tickets\Steps\Task;
use Carbon\CarbonInterface;
use Illuminate\Testing\TestResponse;
use Inertia\Testing\AssertableInertia as Shown;
use Random\Engine\Mt19937;
use Random\Randomizer;
use Skarvo\Incidents\Course\Aspect;
use Symfony\Component\HttpFoundation\Response;
use Tests\TestCase;

/** From any moment one sees the room as it was then. */
final class AsItWasTest extends TestCase
{
    private Incident $incident;

    protected function setUp(): void
    {
        parent::setUp();
        $this->actingAs($this->person('ingrid-vale'));
        $this->signal([self::firing('clk-2'), self::firing('booking-db-1')]);
        $this->takeSignals();
        $this->post('/incidents', [
            'alerts' => Alert::query()->pluck('id')->all(), 'title' => 'Clock', 'service' => 'vehicle-lanes', 'impact' => 'wide',
            'urgency' => 'now', 'team' => 'lanes',
        ])->assertSessionHasNoErrors();
        $this->incident = Incident::query()->latest('id')->firstOrFail();
    }

    /**
     * @param  array<string, mixed>  $body
     * @return TestResponse<Response>
     */
    private function does(string $path, array $body, string $who = 'ingrid-vale'): TestResponse
    {
        return $this->actingAs($this->person($who))->post($path, $body, ['X-Request-Key' => uniqid('', true)]);
    }

    private static function millis(): int
    {
        return (int) now()->getTimestampMs();
    }

    /** @return array<string, mixed> */
    private function then(int $at): array
    {
        $then = $this->getJson("/incidents/{$this->incident->id}/then?at=$at")->assertOk()->json();
        self::assertIsArray($then);

        return $then;
    }

    /** @return array<string, mixed> how it is now, from the tables in which it is kept */
    private function snapshot(): array
    {
        $one = Incident::query()->with('occasion')->findOrFail($this->incident->id);
        $isOpen = $one->isOpen();
        $due = static fn(?CarbonInterface $at): ?string => $at?->format('Y-m-d\TH:i:s\Z');

        return [
            'open' => $isOpen, 'title' => $one->title, 'stage' => $one->stage->words(), 'priority' => $one->priority,
            'major' => $one->major_at !== null,
            'coordinator' => Names::person($one->coordinator_id), 'estimate' => $due($one->estimate_at),
            'roles' => RoleHeld::query()->whereNull('until')->orderBy('id')->get()
                ->map(
                    static fn(RoleHeld $held): array => [
                        'name' => (string) Roles::name($held->role), 'person' => Names::person($held->person_id),
                    ]
                )->sortBy('name')->values()->all(),
            'hypotheses' => Hypothesis::query()->orderBy('id')->get()->map(static fn(Hypothesis $h): array => [
                'text' => $h->text, 'state' => $h->state->value, 'result' => (string) $h->result,
                'by' => Names::person($h->settled_by_id ?? $h->person_id),
            ])->all(),
            'tasks' => Task::query()->orderBy('id')->get()->map(static fn(Task $task): array => [
                'text' => $task->text,
                'who' => $task->for_id !== null
                    ? Names::person($task->for_id)
                    : ($task->team_id === null ? 'The desk' : Names::team($task->team_id)),
                'state' => $task->state->value, 'blocked' => (string) $task->blocked,
            ])->all(),
            'alerts' => Alert::query()->where('incident_id', $one->id)->count(),
            'clocks' => array_values(array_filter([
                $isOpen && $one->occasion->answered_at === null && $one->respond_by !== null
                    ? ['name' => 'First answer', 'due' => $due($one->respond_by)]
                    : null,
                $isOpen ? ['name' => 'Restore target', 'due' => $due($one->restore_by)] : null,
                $isOpen && $one->occasion->next_update_at !== null
                    ? ['name' => 'Next update', 'due' => $due($one->occasion->next_update_at)]
                    : null,
            ])),
        ];
    }

    /** Something that somebody does, at random; it may be refused. */
    private function somethingHappens(Randomizer $random): void
    {
        $id = $this->incident->id;
        $one = $this->incident->refresh();
        $any = static fn(array $of): mixed => $of[$random->getInt(0, count($of) - 1)];
        $who = $any(['ingrid-vale', 'mika-sund', 'noor-lind']);
        self::assertIsString($who);
        $hypothesis = Hypothesis::query()->orderByRaw('(id * 7919 + ?) % 101', [$random->getInt(0, 100)])->first();
        $task = Task::query()->orderByRaw('(id * 7919 + ?) % 101', [$random->getInt(0, 100)])->first();
        $role = $any(['lead', 'communicator']);
        $change = [
            'version' => $one->version, 'title' => $one->title, 'impact' => $one->impact->value, 'urgency' => $one->urgency->value,
            'stage' => $one->stage->value, 'why' => 'x',
        ];
        // What is over stays over for one look: then it is opened again.
        match ($one->isOpen() ? $random->getInt(0, 15) : 15) {
            0 => $this->does("/incidents/$id/change", [...$change, 'title' => 'Clock '.$random->getInt(1, 99)]),
            1 => $this->does("/incidents/$id/change", [...$change, 'impact' => $any(['few', 'part', 'wide'])]),
            2 => $this->does(
                "/incidents/$id/stage", ['stage' => $any(['looking', 'found', 'fixing', 'proving']), 'version' => $one->version]
            ),
            3 => $this->does(
                "/incidents/$id/roles",
                [
                    'role' => $role, 'person' => $any(['noor-lind', 'ada-holm', null]),
                    'was' => RoleHeld::query()->whereNull('until')->where('role', $role)->value('person_id'),
                ]
            ),
            4 => $this->does("/incidents/$id/hypotheses", ['text' => 'Power '.$random->getInt(1, 20)], $who),
            5 => $hypothesis === null ? null : $this->does("/hypotheses/$hypothesis->id/take", [], $who),
            6 => $hypothesis === null
                ? null
                : $this->does(
                    "/hypotheses/$hypothesis->id/settle",
                    ['state' => $any(['open', 'ruled-out', 'confirmed']), 'why' => 'Measured', 'version' => $hypothesis->version], $who
                ),
            7 => $this->does(
                "/incidents/$id/tasks",
                ['text' => 'Look '.$random->getInt(1, 9), ...$any([['team' => 'lanes'], ['person' => 'noor-lind'], []])]
            ),
            8 => $task === null
                ? null
                : $this->does("/tasks/$task->id/settle", ['state' => $any(['open', 'done', 'skipped']), 'why' => 'x']),
            9 => $task === null
                ? null
                : $this->does(
                    "/tasks/$task->id/pass",
                    ['was' => $task->for_id, 'why' => 'x', ...$any([['team' => 'booking'], ['person' => 'ada-holm']])]
                ),
            10 => $task === null
                ? null
                : $this->does("/tasks/$task->id/block", ['blocked' => (bool) $random->getInt(0, 1), 'why' => 'No key']),
            11 => $this->does(
                "/incidents/$id/estimate",
                [
                    'at' => $any([null, now()->addMinutes($random->getInt(5, 90))->toIso8601String()]), 'why' => '',
                    'seen' => $one->estimates,
                ],
                $who
            ),
            12 => $this->does("/incidents/$id/coordinate", ['from' => $one->coordinator_id], $who),
            13 => $one->major_at === null
                ? $this->does(
                    "/incidents/$id/major",
                    [
                        'version' => $one->version, 'title' => $one->title, 'service' => $one->service_id, 'impact' => $one->impact->value,
                        'urgency' => $one->urgency->value, 'confirmed' => '', 'update' => '', 'call' => false,
                    ]
                )
                : $this->does("/incidents/$id/not-major", ['version' => $one->version, 'why' => 'x']),
            14 => $this->does(
                "/incidents/$id/updates", ['text' => 'We work on it.', 'stage' => $one->stage->value, 'next' => 30, 'services' => []]
            ),
            default => $one->isOpen()
                ? $this->does("/incidents/$id/resolve", ['resolution' => 'x', 'update' => 'y', 'unconfirmed' => 'Seen'])
                : $this->does("/incidents/$id/reopen", ['why' => 'x', 'update' => 'y', 'call' => false]),
        };
    }

    public function test_any_moment_of_a_random_history_is_as_a_snapshot_of_it_says(): void
    {
        foreach ([11, 12] as $seed) {
            $random = new Randomizer(new Mt19937($seed));
            $snapshots = [];
            for ($i = 0; $i < 45; $i++) {
                $this->somethingHappens($random);
                session()->flush();
                $snapshots[self::millis()] = $this->snapshot();
                $this->later($random->getInt(1, 400));
                // A moment before anything else is done, it is still as it was.
                $snapshots[self::millis() - 1] = $snapshots[array_key_last($snapshots)];
            }
            $this->actingAs($this->person('noor-lind'));
            $kinds = [];
            foreach ($snapshots as $at => $snapshot) {
                $then = $this->then($at);
                self::assertIsArray($then['roles']);
                usort($then['roles'], static fn(array $a, array $b): int => $a['name'] <=> $b['name']);
                self::assertSame($snapshot, array_intersect_key($then, $snapshot), "Seed $seed, at $at.");
                $kinds[json_encode($snapshot, JSON_THROW_ON_ERROR)] = true;
            }
            self::assertGreaterThan(20, count($kinds), 'Enough became different to be worth a look.');
        }
    }

    public function test_how_far_it_reached_is_noted_when_it_changes(): void
    {
        $look = function (): void {
            KeepExtent::lookAgain();
            app(KeepExtent::class)(static fn(): bool => true);
        };
        // Beside others, of which nothing is loaded one by one.
        Incident::factory()->create(['service_id' => 'booking']);
        $look();
        $first = self::millis();
        $this->later(60);
        $look();
        self::assertSame(2, CourseNote::query()->where('aspect', Aspect::Extent)->count(), 'What is as it was is not noted again.');
        $this->signal(
            [self::firing('manifest-db-2'), self::firing('feed-gateway'), self::firing('mw-skjell'), self::firing('booking-db-2')]
        );
        $this->takeSignals();
        $this->does("/incidents/{$this->incident->id}/alerts", ['alerts' => Alert::query()->whereNull('incident_id')->pluck('id')->all()])
            ->assertSessionHasNoErrors();
        $look();
        $second = self::millis();
        $services = fn(int $at): array => array_column($this->then($at)['extent']['services'] ?? [], 'name');
        self::assertNotSame([], $services($first));
        self::assertGreaterThan(count($services($first)), count($services($second)));
        self::assertSame($services($first), $services($second - 1));
        self::assertNull($this->then($first - 60_000)['extent']);
        // What alerts say by now does not change what it was.
        $this->signal([[...self::firing('clk-2'), 'condition' => 'clear'], [...self::firing('manifest-db-2'), 'condition' => 'clear']]);
        $this->takeSignals();
        self::assertGreaterThan(count($services($first)), count($services($second)));
        $this->get("/incidents/{$this->incident->id}")->assertInertia(static fn(Shown $shown) => $shown->missing('growth'));
        $growth = $this->deferred("/incidents/{$this->incident->id}", 'Incidents/Room', 'growth');
        self::assertIsArray($growth);
        self::assertCount(3, $growth, 'Two that were noted, and how it is by now.');
        self::assertSame([$first, $second, self::millis()], array_column($growth, 'at'));
    }

    public function test_one_goes_from_one_change_to_the_next(): void
    {
        $declared = self::millis();
        $this->later(60);
        $this->does("/incidents/{$this->incident->id}/hypotheses", ['text' => 'Power']);
        $then = $this->then($declared + 30_000);
        self::assertSame([null, self::millis(), []], [$then['before'], $then['after'], $then['hypotheses']]);
        self::assertSame([$declared, null], [$this->then(self::millis() + 5000)['before'], $this->then(self::millis() + 5000)['after']]);
        self::assertSame([false, ''], [$this->then($declared - 1)['open'], $this->then($declared - 1)['title']]);
        foreach (['', 'x', '-1', '1e9', '99999999999999999999', "\xff"] as $wrong) {
            $this->getJson("/incidents/{$this->incident->id}/then?at=".rawurlencode($wrong))->assertStatus($wrong === "\xff" ? 400 : 422);
        }
    }

    public function test_what_held_a_task_up_is_over_once_it_was_passed_on(): void
    {
        $this->does("/incidents/{$this->incident->id}/tasks", ['text' => 'Look', 'person' => 'noor-lind']);
        $task = Task::query()->sole();
        $this->does("/tasks/$task->id/block", ['blocked' => true, 'why' => 'No key']);
        $blocked = self::millis();
        $this->later(5);
        $this->does("/tasks/$task->id/pass", ['was' => 'noor-lind', 'person' => 'ada-holm', 'why' => 'x'])->assertSessionHasNoErrors();
        $tasks = fn(int $at): array => array_map(static fn(array $one): array => [$one['who'], $one['blocked']], $this->then($at)['tasks']);
        self::assertSame([[['Noor Lind', 'No key']], [['Ada Holm', '']]], [$tasks($blocked), $tasks(self::millis())]);
    }

    public function test_what_comes_next_is_said_with_who_and_by_when(): void
    {
        $id = $this->incident->id;
        $this->does("/incidents/$id/hypotheses", ['text' => 'Power', 'check' => 'Ask the guard']);
        $this->does("/incidents/$id/hypotheses", ['text' => 'Clock 2']);
        $this->does('/hypotheses/'.Hypothesis::query()->where('text', 'Clock 2')->firstOrFail()->id.'/take', [], 'noor-lind');
        $this->does(
            "/incidents/$id/tasks", ['text' => 'Restart it', 'person' => 'noor-lind', 'due' => now()->addMinutes(20)->toIso8601String()]
        );
        $this->does("/incidents/$id/tasks", ['text' => 'Print signs']);
        $this->does('/tasks/'.Task::query()->where('text', 'Print signs')->firstOrFail()->id.'/settle', ['state' => 'done']);
        $this->does("/incidents/$id/estimate", ['at' => now()->addMinutes(10)->toIso8601String(), 'why' => '', 'seen' => 0]);
        $this->later(660);
        $next = [
            'Say by when it is back: 09:10 has passed', 'Nobody looks into it yet: Power (Ask the guard)',
            'Noor Lind looks into it: Clock 2',
            'Noor Lind: Restart it, by 09:20',
        ];
        $this->get("/incidents/$id")->assertInertia(static fn(Shown $shown) => $shown
            ->where(
                'nextSteps', static fn($steps): bool => $steps->take(4)->all() === $next && str_contains((string) $steps->last(), 'update')
            ));
        $one = $this->incident->refresh();
        $this->does(
            "/incidents/$id/major",
            [
                'version' => $one->version, 'title' => $one->title, 'service' => $one->service_id, 'impact' => $one->impact->value,
                'urgency' => $one->urgency->value, 'confirmed' => '', 'update' => '', 'call' => false,
            ]
        );
        $this->get("/incidents/$id")->assertInertia(static fn(Shown $shown) => $shown
            ->where('nextSteps', static fn($steps): bool => $steps->contains('Somebody to be Technical lead')));
        $this->does("/incidents/$id/resolve", ['resolution' => 'x', 'update' => 'y', 'unconfirmed' => 'Seen']);
        $this->get("/incidents/$id")->assertInertia(static fn(Shown $shown) => $shown->where('nextSteps', []));
    }

    public function test_what_was_merged_into_it_does_not_say_how_it_was_called(): void
    {
        $other = Incident::factory()->create(['title' => 'Barriers', 'service_id' => 'vehicle-lanes']);
        $this->does(
            "/incidents/$other->id/change",
            [
                'version' => $other->version, 'title' => 'Barriers shut', 'impact' => $other->impact->value,
                'urgency' => $other->urgency->value, 'stage' => $other->stage->value, 'why' => 'x',
            ]
        );
        $this->later(60);
        $this->does("/incidents/$other->id/merge", ['into' => $this->incident->id, 'why' => 'One clock'])->assertSessionHasNoErrors();
        self::assertSame(['Clock', true], [$this->then(self::millis())['title'], $this->then(self::millis())['open']]);
    }

    public function test_what_was_split_off_begins_with_the_name_it_was_given(): void
    {
        $this->later(60);
        $this->does("/incidents/{$this->incident->id}/split", [
            'title' => 'Booking is slow', 'service' => 'booking',
            'alerts' => Alert::query()->where('item_id', 'booking-db-1')->pluck('id')->all(), 'reports' => [], 'why' => 'x',
        ])->assertSessionHasNoErrors();
        $old = $this->incident;
        $this->incident = Incident::query()->latest('id')->firstOrFail();
        self::assertNotSame($old->id, $this->incident->id);
        self::assertSame('Booking is slow', $this->then(self::millis())['title']);
        self::assertSame('Clock', $this->then(self::millis() - 30_000)['title'], 'Before that it was a part of the other.');
    }
}
