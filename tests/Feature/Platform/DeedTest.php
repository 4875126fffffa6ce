<?php

declare(strict_types=1);

namespace Tests\Feature\Platform;

use App\Incidents\Incident;
use App\Platform\Deed;
use App\Platform\Role;
use App\Signals\Alert;
use Illuminate\Support\Facades\Route;
use Inertia\Testing\AssertableInertia as Shown;
use Tests\TestCase;

/** Who may do what is one table; the server holds everybody to it, and says who may. */
final class DeedTest extends TestCase
{
    public function test_every_route_that_changes_something_is_in_the_table_or_everybodys(): void
    {
        $everybodys = [
            'follow', 'follow/{key}', 'follow/{key}/confirm', 'follow/{key}/stop', 'follow/{key}/leave', 'incidents/{incident}/follow',
            'follows/item', 'follows/record', 'updates/{update}/read', 'changes/{change}/answer', 'changes/{change}/go', 'report',
            'report/{token}/say', 'report/hear', 'report/lost', 'report/{token}/judge', 'report/{token}/other', 'tasks/{task}/settle',
            'tasks/{task}/say', 'tasks/{task}/take', 'tasks/{task}/pass', 'tasks/{task}/block', 'incidents/{incident}/talk/say',
            'messages/{message}/make', 'tickets/lists', 'tickets/lists/drop', 'tickets/{ticket}/offer', 'p/{token}', 'approve/{ask}',
            'sign-in', 'sign-out', 'alerts/filters', 'alerts/filters/drop', 'people/{person}/reach', 'people/{person}/password',
            'people/{person}/test', 'people/{person}/leave-calendar', 'people/{person}/absences',
            'people/{person}/absences/{absence}/drop', 'policies/{team}/dry-run', 'rules/dry-run', 'on-call/{rota}/calendar/preview',
            'handovers/{rota}/{at}/note', 'handovers/{rota}/{at}/confirm', 'on-call/{rota}/take', 'on-call/{rota}/swap', 'swaps/{swap}',
            'on-call/{rota}/give-back', 'feeds', 'feeds/{feed}/revoke', 'incidents/{incident}/here', 'incidents/{incident}/answer',
            'incidents/{incident}/notes',
        ];
        $open = [];
        foreach (Route::getRoutes()->getRoutes() as $route) {
            $may = array_filter(
                $route->gatherMiddleware(), static fn(mixed $one): bool => is_string($one) && str_starts_with($one, 'may:'),
            );
            foreach ($may as $one) {
                self::assertNotNull(Deed::tryFrom(substr((string) $one, 4)));
            }
            if (in_array('POST', $route->methods(), true) && $may === [] && ! str_starts_with($route->uri(), 'api/')) {
                $open[] = $route->uri();
            }
        }

        self::assertSame([], array_values(array_diff($open, $everybodys)));
    }

    public function test_a_refused_action_says_who_may_and_leaves_the_screen(): void
    {
        $this->actingAs($this->person('noor-lind'));
        $this->post('/rules', [])->assertForbidden();
        $this->get('/settings/priorities')
            ->assertForbidden()
            ->assertInertia(fn(Shown $shown) => $shown->where(
                'why', 'Only administrators may change people, teams, priorities and holidays.',
            ));
        $this->from('/rules')->post('/rules', [], ['X-Inertia' => 'true'])
            ->assertRedirect('/rules')
            ->assertSessionHasErrors(['action' => 'Only coordinators may change rules, quiet times, sources and policies.']);
        $this->get('/roles')
            ->assertOk()
            ->assertInertia(fn(Shown $shown) => $shown->count('deeds', count(Deed::cases()))->count('roles', count(Role::cases())));
    }

    public function test_responders_take_and_attach_what_is_their_teams_and_set_the_stage_of_their_incidents(): void
    {
        $this->signal([self::firing('lane-control-ask'), self::firing('feed-gateway', 'error')]);
        $this->takeSignals();
        $own = Alert::query()->where('item_id', 'lane-control-ask')->sole();
        $other = Alert::query()->where('item_id', 'feed-gateway')->sole();
        $noor = $this->person('noor-lind');
        self::assertSame($noor->team_id, $own->team_id);
        $this->actingAs($noor)->post('/alerts/take', ['alerts' => [$own->id, $other->id]])->assertSessionHasErrors('action');
        self::assertNull($own->refresh()->taken_at);
        $this->post('/alerts/take', ['alerts' => [$own->id]], ['X-Request-Key' => 'own'])->assertSessionHasNoErrors();
        self::assertSame('noor-lind', $own->refresh()->taken_by);
        $this->post('/alerts/close', ['alerts' => [$own->id], 'reason' => 'x'])->assertForbidden();
        $this->actingAs($this->person('ingrid-vale'))->post(
            '/incidents',
            [
                'alerts' => [$other->id], 'title' => 'Feed', 'service' => 'vessel-positions', 'impact' => 'part',
                'urgency' => 'soon', 'team' => 'vessels',
            ],
        );
        $incident = Incident::query()->whereNull('resolved_at')->sole();
        $this->actingAs($noor)
            ->post("/incidents/$incident->id/stage", ['version' => 1, 'stage' => 'fixing'])
            ->assertSessionHasErrors('action');
        $this->post("/incidents/$incident->id/alerts", ['alerts' => [$own->id]], ['X-Request-Key' => 'attach'])->assertSessionHasNoErrors();
        self::assertSame($incident->id, $own->refresh()->incident_id);
        $incident->update(['team_id' => $noor->team_id]);
        $this->post(
            "/incidents/$incident->id/stage", ['version' => $incident->refresh()->version, 'stage' => 'fixing'],
            ['X-Request-Key' => 'stage'],
        )->assertSessionHasNoErrors();
        self::assertSame('fixing', $incident->refresh()->stage->value);
        $this->post(
            "/incidents/$incident->id/stage", ['version' => 1, 'stage' => 'restored'], ['X-Request-Key' => 'no'],
        )->assertSessionHasErrors('stage');
        // What is no team's is not everybody's who is in none.
        $incident->update(['team_id' => null]);
        $noor->update(['team_id' => null]);
        $this->actingAs($noor->refresh())->post(
            "/incidents/$incident->id/stage", ['version' => $incident->refresh()->version, 'stage' => 'looking'],
            ['X-Request-Key' => 'none'],
        )->assertSessionHasErrors('action');
    }
}
