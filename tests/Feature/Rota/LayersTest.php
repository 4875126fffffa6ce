<?php

declare(strict_types=1);

namespace Tests\Feature\Rota;

use App\Rota\Rota;
use Illuminate\Support\Facades\DB;
use Inertia\Testing\AssertableInertia as Shown;
use Tests\TestCase;

/** Rotas as coordinators make them: layers, with what they make of the next weeks before they are saved. */
final class LayersTest extends TestCase
{
    private const WEEKLY = ['name' => 'weekly', 'people' => ['noor-lind', 'ada-holm'], 'starts' => '2026-03-02T09:00', 'shift' => 'P1W'];

    protected function setUp(): void
    {
        parent::setUp();
        $this->actingAs($this->person('ingrid-vale'));
    }

    public function test_a_rota_is_made_and_begins_with_nobody(): void
    {
        $new = ['id' => 'ramps', 'name' => 'Ramps on call', 'team' => 'lanes', 'time_zone' => 'Europe/Oslo'];
        $this->post('/rotas', [...$new, 'time_zone' => 'Oslo'])->assertSessionHasErrors('time_zone');
        $this->post('/rotas', [...$new, 'id' => 'Ramps 1'])->assertSessionHasErrors('id');
        $this->post('/rotas', $new, ['X-Request-Key' => 'k'])->assertRedirect('/on-call/ramps/layers');
        $this->post('/rotas', $new)->assertSessionHasErrors('id');
        $this->get('/on-call/ramps/layers')->assertInertia(
            fn(Shown $page) => $page->component('Rota/Layers')
                ->where('preview.uncovered', 42 * 86400 * 1000)->where('rota.layers', [])->etc(),
        );
        $this->get('/on-call/ramps')->assertInertia(fn(Shown $page) => $page->where('turns.0.person', null)->etc());
        $this->get('/on-call')->assertOk();

        $this->postJson('/on-call/ramps/layers/preview', ['layers' => [self::WEEKLY]])
            ->assertOk()->assertJsonPath('uncovered', 0)->assertJsonPath('turns.0.name', 'Noor Lind')
            ->assertJsonPath('changes.0.was', null);
        self::assertSame([], Rota::query()->whereKey('ramps')->firstOrFail()->layers);
        $this->post('/on-call/ramps/layers', ['layers' => [self::WEEKLY], 'version' => 1])->assertRedirect('/on-call/ramps');
        self::assertSame('noor-lind', Rota::query()->whereKey('ramps')->firstOrFail()->onCallNow());
    }

    public function test_of_two_who_make_the_same_at_one_moment_one_is_told(): void
    {
        $new = ['id' => 'ramps', 'name' => 'Ramps on call', 'team' => 'lanes', 'time_zone' => 'Europe/Oslo'];
        // The other one is stored after this one was checked, and before it is stored.
        $isFirst = true;
        Rota::creating(static function (Rota $rota) use (&$isFirst): void {
            if ($isFirst) {
                $isFirst = false;
                DB::table('rotas')->insert([
                    'id' => $rota->id, 'name' => 'Theirs', 'team_id' => 'lanes', 'time_zone' => 'Europe/Oslo', 'layers' => '[]',
                    'overrides' => '[]',
                ]);
            }
        });
        $this->withExceptionHandling()->from('/on-call')->post('/rotas', $new, ['X-Request-Key' => 'mine'])->assertRedirect('/on-call')
            ->assertSessionHasErrors(
                ['action' => 'Somebody made the same at this moment. Nothing was changed: look at theirs, and send yours again if it is needed.'],
            );
        Rota::flushEventListeners();
        self::assertSame(0, DB::table('requests_done')->where('id', 'mine')->count());
    }

    public function test_a_gap_is_seen_before_it_is_saved_and_covered_by_a_layer(): void
    {
        Rota::query()->create([
            'id' => 'ramps', 'name' => 'Ramps on call', 'team_id' => 'lanes', 'time_zone' => 'Europe/Oslo',
            'layers' => [self::WEEKLY], 'overrides' => [],
        ]);
        $days = [
            ...self::WEEKLY, 'ends' => '',
            'windows' => [['days' => ['mon', 'tue', 'wed', 'thu', 'fri'], 'from' => '00:00', 'to' => '24:00']],
        ];
        $gap = $this->postJson('/on-call/ramps/layers/preview', ['layers' => [$days]])->assertOk()->json('uncovered');
        self::assertSame(12 * 86400 * 1000 - 3600 * 1000, $gap, 'Six weekends, of which one is an hour short: the clocks go forward.');
        $weekends = [
            'name' => 'weekends', 'people' => ['ada-holm'], 'starts' => '2026-01-01T00:00', 'shift' => 'P1W',
            'windows' => [['days' => ['sat', 'sun'], 'from' => '00:00', 'to' => '24:00']],
        ];
        $this->postJson('/on-call/ramps/layers/preview', ['layers' => [$days, $weekends]])->assertJsonPath('uncovered', 0);
        $this->post('/on-call/ramps/layers', ['layers' => [$days, $weekends], 'version' => 1])->assertSessionHasNoErrors();
        self::assertSame(['weekly', 'weekends'], array_column(Rota::query()->whereKey('ramps')->firstOrFail()->layers, 'name'));
        self::assertSame(1, DB::table('journal')->where('kind', 'rota.layers')->count());
    }

    public function test_what_makes_no_sense_and_what_somebody_changed_meanwhile_is_refused(): void
    {
        $kept = Rota::query()->whereKey('lanes')->firstOrFail()->layers;
        $this->postJson('/on-call/lanes/layers/preview', ['layers' => [[...self::WEEKLY, 'shift' => 'PT5M']]])
            ->assertStatus(422)->assertJsonPath('error.at', '/layers/0/shift');
        $this->postJson('/on-call/lanes/layers/preview', ['layers' => [[...self::WEEKLY, 'people' => []]]])->assertStatus(422);
        $this->post(
            '/on-call/lanes/layers', ['layers' => [[...self::WEEKLY, 'people' => ['nobody']]], 'version' => 1],
        )->assertSessionHasErrors('action');
        $this->post(
            '/on-call/lanes/layers', ['layers' => [[...self::WEEKLY, 'starts' => 'monday']], 'version' => 1],
        )->assertSessionHasErrors('action');
        $this->post('/on-call/lanes/layers', ['layers' => [self::WEEKLY], 'version' => 2])->assertSessionHasErrors('action');
        self::assertSame($kept, Rota::query()->whereKey('lanes')->firstOrFail()->layers);
        $this->actingAs($this->person('noor-lind'))->get('/on-call/lanes/layers')->assertForbidden();
    }
}
