<?php

declare(strict_types=1);

namespace Tests\Feature\Signals;

use App\Platform\Journal\Entry;
use App\Signals\Alert;
use Inertia\Testing\AssertableInertia as Shown;
use PHPUnit\Framework\Attributes\DataProvider;
use Tests\TestCase;

/** Which alerts the screen shows, and what is done with many at once. */
final class FilterTest extends TestCase
{
    protected function setUp(): void
    {
        parent::setUp();
        $this->actingAs($this->person('ingrid-vale'));
        $this->signal([
            self::firing('clk-2', 'critical'), self::firing('tide-feed', 'warning', 'age'), self::firing('100%_sure', 'error'),
            [...self::firing('kiosk-tangen-2', 'info', 'paper'), 'source' => 'desk', 'summary' => 'Out of paper'],
        ]);
        $this->takeSignals();
    }

    /** @return iterable<string, array{string, int}> */
    public static function filters(): iterable
    {
        yield 'nothing' => ['', 4];
        yield 'words of the summary' => ['q=out+of', 1];
        yield 'an item' => ['item=clk-2', 1];
        yield 'what a pattern would be' => ['q=%25_', 1];
        yield 'a level or worse' => ['level=error', 2];
        yield 'a level that is none' => ['level=loud', 4];
        yield 'a source' => ['source=desk', 1];
        yield 'a team' => ['team=terminals', 1];
        yield 'words in vain' => ['q=submarine', 0];
        yield 'mine' => ['mine=1', 0];
        yield 'what waits' => ['show=waiting', 0];
        yield 'a time before all of it' => ['show=all&from=2026-03-01T00:00:00Z&to=2026-03-01T01:00:00Z', 0];
    }

    #[DataProvider('filters')]
    public function test_a_filter_shows_what_it_says(string $query, int $alerts): void
    {
        $this->get("/alerts?$query")->assertInertia(fn(Shown $page) => $page->where('found.alerts', $alerts));
    }

    public function test_many_are_taken_put_off_closed_and_brought_back_at_once(): void
    {
        $ids = Alert::query()->where('source', 'probe')->pluck('id')->all();
        $this->post('/alerts/take', ['alerts' => $ids])->assertSessionHasNoErrors();
        $this->get('/alerts?mine=1')->assertInertia(fn(Shown $page) => $page->where('found.alerts', 3));
        $this->post('/alerts/wait', ['alerts' => $ids, 'until' => '2026-03-03T09:30:00Z'])->assertSessionHasNoErrors();
        $this->get('/alerts?show=waiting')->assertInertia(fn(Shown $page) => $page->where('found.alerts', 3));
        $this->from('/alerts')
            ->post('/alerts/wait', ['alerts' => $ids, 'until' => '2026-03-03T07:30:00Z'])
            ->assertSessionHasErrors('until');
        $this->from('/alerts')
            ->post('/alerts/wait', ['alerts' => $ids, 'until' => '2026-04-03T07:30:00Z'])
            ->assertSessionHasErrors('until');
        $this->post('/alerts/back', ['alerts' => $ids]);
        $this->post('/alerts/close', ['alerts' => $ids, 'reason' => 'Planned work'])->assertSessionHasNoErrors();
        $this->get('/alerts')->assertInertia(fn(Shown $page) => $page->where('found.alerts', 1));
        $this->from('/alerts')->post('/alerts/close', ['alerts' => $ids, 'reason' => 'Again'])->assertSessionHasErrors('action');
        self::assertSame(3, Entry::query()->where('kind', 'alert.put_away')->count());
    }

    public function test_a_double_click_does_it_once(): void
    {
        $ids = Alert::query()->where('source', 'probe')->pluck('id')->all();
        foreach ([1, 2] as $_) {
            $this->withHeader('X-Request-Key', 'one-click')->post('/alerts/take', ['alerts' => $ids])->assertSessionHasNoErrors();
        }
        self::assertSame(3, Entry::query()->where('kind', 'alert.taken')->count());
    }

    public function test_all_that_fits_can_be_marked_also_what_is_not_shown(): void
    {
        $headers = ['X-Inertia' => 'true', 'X-Inertia-Partial-Component' => 'Signals/Alerts', 'X-Inertia-Partial-Data' => 'ids'];
        $version = (string) $this->get('/alerts')->inertiaPage()['version'];
        $ids = $this->get('/alerts?source=probe', [...$headers, 'X-Inertia-Version' => $version])->json('props.ids');
        sort($ids);
        self::assertSame(Alert::query()->where('source', 'probe')->orderBy('id')->pluck('id')->all(), $ids);
    }

    public function test_members_of_a_group_are_those_that_the_filter_shows(): void
    {
        $this->signal([self::firing('clk-2', 'warning', 'second')]);
        $this->takeSignals();
        $group = (int) Alert::query()->where('item_id', 'clk-2')->latest('id')->value('group_id');
        $this->getJson("/alerts/members?group=$group")->assertJsonCount(2);
        $this->getJson("/alerts/members?group=$group&level=error")->assertJsonCount(1);
        $this->getJson('/alerts/members')->assertStatus(422);
    }

    public function test_incidents_to_attach_to_are_those_under_way(): void
    {
        $this->getJson('/alerts/incidents')->assertExactJson([]);
        $this->post(
            '/incidents',
            [
                'alerts' => [Alert::query()->where('item_id', 'clk-2')->latest('id')->value('id')], 'title' => 'Clocks',
                'service' => 'vehicle-lanes', 'impact' => 'wide', 'urgency' => 'now',
            ],
        );
        $this->getJson('/alerts/incidents')->assertJsonCount(1)->assertJsonPath('0.title', 'Clocks');
    }
}
