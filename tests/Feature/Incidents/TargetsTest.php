<?php

declare(strict_types=1);

namespace Tests\Feature\Incidents;

use App\Incidents\Incident;
use App\Incidents\Targets\IncidentTargets;
use App\Incidents\Targets\Promised;
use App\Paging\Page;
use App\Platform\Setting;
use Illuminate\Support\Facades\DB;
use Inertia\Testing\AssertableInertia as Shown;
use Skarvo\Incidents\Targets\PromisedOf;
use Skarvo\Incidents\Targets\Target;
use Tests\TestCase;

/** What is promised of incidents, by the code that counts tickets. */
final class TargetsTest extends TestCase
{
    private function declare(string $service = 'vehicle-lanes', string $urgency = 'now', string $impact = 'wide'): Incident
    {
        $this->actingAs($this->person('ingrid-vale'))->post('/incidents', [
            'alerts' => [], 'item' => 'clk-2', 'state' => 'down', 'title' => "Clocks $service", 'service' => $service, 'impact' => $impact,
            'urgency' => $urgency, 'team' => 'lanes',
        ], ['X-Request-Key' => bin2hex(random_bytes(4))])->assertSessionHasNoErrors();

        return Incident::query()->latest('id')->firstOrFail();
    }

    /** @param  list<array{list<string>, string|null, list<array<string, mixed>>}>  $agreements */
    private static function agree(array $agreements): void
    {
        Setting::query()->updateOrCreate(['id' => 'targets'], ['version' => 1, 'value' => [
            'time_zone' => 'Europe/Oslo',
            'hours' => ['desk' => ['weekly' => [['days' => ['mon', 'tue', 'wed', 'thu', 'fri'], 'from' => '08:00', 'to' => '16:00']]]],
            'agreements' => array_map(static fn(array $one): array => [
                'kinds' => $one[0], 'targets' => $one[2], ...($one[1] === null ? [] : ['service' => $one[1]]),
            ], $agreements),
        ]]);
    }

    /** @return array<string, array{string, string|null}> state and time by name */
    private static function stands(Incident $incident): array
    {
        $all = [];
        foreach (IncidentTargets::of($incident->refresh()) as $clock) {
            $at = $clock->dueAt ?? $clock->metAt;
            $all[$clock->name] = [$clock->state->value, $at === null ? null : gmdate('H:i', $at)];
        }

        return $all;
    }

    private function hasFirst(): bool
    {
        $has = false;
        $this->get('/')->assertInertia(function (Shown $shown) use (&$has): void {
            foreach ((array) $shown->toArray()['props']['clocks'] as $clock) {
                $has = $has || str_starts_with((string) $clock['title'], 'First answer, IN-');
            }
        });

        return $has;
    }

    public function test_the_first_who_answers_a_call_answers_the_incident(): void
    {
        $incident = $this->declare();
        self::assertSame(['08:10', '10:00'], [$incident->respond_by?->format('H:i'), $incident->restore_by->format('H:i')]);
        self::assertTrue($this->hasFirst());
        $this->clock();
        $this->later(240);
        $this->answer(Page::query()->firstOrFail(), 'no', ['why' => 'ill'])->assertSessionHasNoErrors();
        self::assertTrue($this->hasFirst(), 'Whoever says no answers nothing.');
        $this->later(60);
        $this->clock();
        $page = Page::query()->latest('id')->firstOrFail();
        $this->answer($page, 'yes')->assertSessionHasNoErrors();
        self::assertSame(['respond' => ['met', '08:05'], 'restore' => ['running', '10:00']], self::stands($incident));
        self::assertFalse($this->hasFirst());
        // Who answers later changes nothing of it.
        $this->later(3600);
        $incident->occasion->answered();
        self::assertSame(['met', '08:05'], self::stands($incident)['respond']);
    }

    public function test_people_who_are_told_too_late_are_an_answer_too(): void
    {
        $incident = $this->declare();
        $this->later(700);
        $this->post("/incidents/$incident->id/updates", [
            'number' => 1, 'stage' => 'looking', 'text' => 'We are on it.', 'meanwhile' => '', 'next_minutes' => 30,
        ], ['X-Request-Key' => 'u'])->assertSessionHasNoErrors();
        self::assertSame(['met_late', '08:11'], self::stands($incident)['respond']);
    }

    public function test_what_is_over_without_an_answer_was_answered_by_its_end(): void
    {
        $incident = $this->declare();
        $this->later(900);
        $this->post("/incidents/$incident->id/resolve", ['resolution' => 'x', 'update' => 'y'], ['X-Request-Key' => 'r'])
            ->assertSessionHasNoErrors();
        self::assertSame(['respond' => ['met_late', '08:15'], 'restore' => ['met', '08:15']], self::stands($incident));
        $this->later(60);
        $this->post("/incidents/$incident->id/reopen", ['why' => 'z', 'update' => 'w', 'call' => false], ['X-Request-Key' => 'o'])
            ->assertSessionHasNoErrors();
        self::assertSame(['respond' => ['met_late', '08:15'], 'restore' => ['running', '10:01']], self::stands($incident));
    }

    public function test_who_takes_what_declared_itself_answers_it(): void
    {
        $incident = Incident::factory()
            ->create(['service_id' => 'vehicle-lanes', 'coordinator_id' => null, 'declared_at' => now(), 'priority' => 1]);
        $this->later(60);
        $this->actingAs($this->person('ingrid-vale'))
            ->post("/incidents/$incident->id/coordinate", ['from' => null], ['X-Request-Key' => 'c'])
            ->assertSessionHasNoErrors();
        self::assertSame(['met', '08:01'], self::stands($incident)['respond']);
    }

    public function test_one_service_is_promised_more_and_hours_count(): void
    {
        $restore = static fn(string $within, ?string $hours = null): array => array_map(static fn(int $priority): array => [
            'name' => 'restore', 'priority' => $priority, 'within' => $within, 'pauses' => false,
            ...($hours === null ? [] : ['hours' => $hours]),
        ], [1, 2, 3, 4]);
        self::agree([[['incident'], null, $restore('PT10H', 'desk')], [['incident', 'task'], 'payment', $restore('PT1H')]]);
        // 08:00 in UTC is 09:00 in Oslo: seven hours today, three tomorrow.
        self::assertSame('2026-03-04 10:00', $this->declare()->restore_by->format('Y-m-d H:i'));
        $own = $this->declare('payment');
        self::assertSame(['2026-03-03 09:00', null], [$own->restore_by->format('Y-m-d H:i'), $own->respond_by]);
        self::assertSame(['restore' => ['running', '09:00']], self::stands($own));
        $this->postJson('/incidents-proposal', ['alerts' => [], 'item' => 'clk-2'])->assertOk()
            ->assertJsonPath('restore', ['' => [1 => 36000, 36000, 36000, 36000], 'payment' => [1 => 3600, 3600, 3600, 3600]]);
    }

    public function test_each_priority_counts_in_its_own_hours(): void
    {
        $target = static fn(int $priority, string $within, array $more = []): array => [
            'name' => 'restore', 'priority' => $priority, 'within' => $within, ...$more,
        ];
        self::agree([[['incident'], null, [
            $target(1, 'PT2H'), $target(2, 'PT4H'), $target(3, 'PT4H', ['hours' => 'desk']), $target(4, 'P1D', ['hours' => 'desk']),
        ]]]);
        $this->later(-4 * 3600);
        // At 05:00 in Oslo the desk is shut: nothing counts before 08:00.
        $incident = $this->declare(urgency: 'later');
        self::assertSame([3, '11:00'], [$incident->priority, $incident->restore_by->format('H:i')]);
        $this->later(4 * 3600);
        $this->post("/incidents/$incident->id/change", [
            'version' => $incident->version, 'title' => 'x', 'impact' => 'wide', 'urgency' => 'now', 'stage' => 'looking', 'why' => 'worse',
        ], ['X-Request-Key' => 'p'])->assertSessionHasNoErrors();
        // One hour has counted by 09:00 there, and not the four since the declaration.
        self::assertSame([1, '09:00'], [$incident->refresh()->priority, $incident->restore_by->format('H:i')]);
    }

    public function test_what_changes_counts_for_incidents_under_way(): void
    {
        $incident = $this->declare();
        $second = $this->declare('payment');
        $over = $this->declare();
        $this->post("/incidents/$over->id/resolve", ['resolution' => 'x', 'update' => 'y'], ['X-Request-Key' => 'r'])
            ->assertSessionHasNoErrors();
        $was = $over->refresh()->restore_by;
        $target = static fn(string $name, int $priority, int $minutes): array => [
            'name' => $name, 'priority' => $priority, 'minutes' => $minutes, 'desk' => false, 'pauses' => false,
        ];
        $sent = ['version' => 0, 'days' => ['mon'], 'from' => '08:00', 'to' => '16:00', 'agreements' => [[
            'kinds' => ['incident'], 'service' => null,
            'targets' => array_map(static fn(int $one): array => $target('restore', $one, 30), [1, 2, 3, 4]),
        ]]];
        $this->actingAs($this->person('per-strand'))->post('/settings/targets', $sent)->assertSessionHasNoErrors();
        self::assertSame(['08:30', null], [$incident->refresh()->restore_by->format('H:i'), $incident->respond_by]);
        self::assertSame('08:30', $second->refresh()->restore_by->format('H:i'));
        self::assertEquals($was, $over->refresh()->restore_by);
        self::assertFalse($this->hasFirst());
        // Of incidents something is always promised, of whichever service.
        foreach ([
            [[...$sent['agreements'][0], 'targets' => [$target('restore', 1, 30)]]], [[...$sent['agreements'][0], 'service' => 'payment']],
            [...$sent['agreements'], ...$sent['agreements']],
        ] as $agreements) {
            $this->post('/settings/targets', [...$sent, 'version' => 1, 'agreements' => $agreements])->assertSessionHasErrors('agreements');
        }
        $this->post('/settings/targets', [...$sent, 'version' => 1, 'agreements' => [[...$sent['agreements'][0], 'service' => 'pier-7']]])
            ->assertSessionHasErrors('agreements.0.service');
        self::assertSame(1, Promised::kept()['version']);
    }

    public function test_what_was_promised_before_agreements_is_kept(): void
    {
        $migration = require database_path('migrations/2026_12_05_000036_targets_of_incidents.php');
        $join = new \ReflectionMethod($migration, 'joinTargets');
        $join->invoke($migration);
        self::assertNull(Setting::query()->find('targets'), 'What nobody changed stays as one begins.');
        $rows = array_fill_keys([1, 2, 3, 4], ['restore_minutes' => 7, 'update_minutes' => 5]);
        DB::table('settings')->insert([
            ['id' => 'priorities', 'version' => 3, 'value' => json_encode(['priorities' => [], 'targets' => $rows])],
            ['id' => 'targets', 'version' => 2, 'value' => json_encode([
                'time_zone' => 'Europe/Oslo', 'hours' => ['desk' => ['weekly' => []]],
                'targets' => [['name' => 'respond', 'priority' => 2, 'within' => 'PT3M', 'hours' => 'desk']],
            ])],
        ]);
        $join->invoke($migration);
        $within = static fn(PromisedOf $kind): array => array_map(
            static fn(Target $one): int => $one->withinSeconds, Promised::all()->of($kind, null)
        );
        self::assertSame([180], $within(PromisedOf::Request));
        self::assertSame([600, 420, 1200, 420, 3600, 420, 14400, 420], $within(PromisedOf::Incident));
        self::assertSame(['update_minutes' => 5], Setting::query()->findOrFail('priorities')->value['targets'][1]);
        self::assertSame(3, Promised::kept()['version']);
    }
}
