<?php

declare(strict_types=1);

namespace Tests\Feature\Incidents;

use App\Incidents\Incident;
use App\Incidents\Link;
use App\Incidents\LinkKind;
use App\Incidents\WriteNote;
use Inertia\Testing\AssertableInertia as Shown;
use Tests\TestCase;

/** The room of an incident that has become long: its end and its first parts come first, all of it when it is asked for. */
final class LongRoomTest extends TestCase
{
    private Incident $major;

    protected function setUp(): void
    {
        parent::setUp();
        $this->major = Incident::factory()->createOne(['major_at' => now(), 'coordinator_id' => 'ingrid-vale']);
        $this->actingAs($this->person('ingrid-vale'));
    }

    /**
     * @param  array<string, mixed>  $more
     * @return list<int>
     */
    private function parts(int $many, array $more = []): array
    {
        $ids = [];
        for ($n = 0; $n < $many; $n++) {
            $child = Incident::factory()->createOne($more);
            Link::tie([Incident::KIND, $child->id], [Incident::KIND, $this->major->id], LinkKind::Under);
            $ids[] = $child->id;
        }

        return $ids;
    }

    /** @return array<string, mixed> */
    private function room(string $query = ''): array
    {
        $props = [];
        $this->get("/incidents/{$this->major->id}$query")->assertOk()->assertInertia(static function (Shown $shown) use (&$props): void {
            $props = (array) $shown->toArray()['props'];
        });

        return $props;
    }

    public function test_of_a_long_journal_the_end_comes_first_and_all_of_it_when_asked_for(): void
    {
        $this->room();
        $note = fn(int $n) => (new WriteNote)($this->major, "Note $n", false, $this->person('mika-sund'));
        array_map($note, range(1, 99));
        ['journal' => ['lines' => $lines, 'earlier' => $earlier]] = $this->room();
        self::assertSame([100, 0, 'Note 99'], [count($lines), $earlier, $lines[99]['lead']], 'With who came in that is just what fits.');

        array_map($note, range(100, 103));
        ['journal' => ['lines' => $lines, 'earlier' => $earlier]] = $this->room();
        self::assertSame(['Note 4', 'Note 103', 4], [$lines[0]['lead'], $lines[99]['lead'], $earlier]);

        ['journal' => ['lines' => $lines, 'earlier' => $earlier]] = $this->room('?journal=all');
        self::assertSame([104, 0, 'Note 1', 'Note 103'], [count($lines), $earlier, $lines[1]['lead'], $lines[103]['lead']]);
        self::assertSame(100, count($this->room('?journal[]=all')['journal']['lines']), 'What is no word asks for nothing.');
    }

    public function test_what_is_said_of_the_story_comes_from_all_of_it(): void
    {
        $this->post(
            "/incidents/{$this->major->id}/notes", ['text' => 'Set the clocks by hand.', 'decision' => true], ['X-Request-Key' => 'decided']
        );
        $this->room();
        array_map(fn(int $n) => (new WriteNote)($this->major, "Note $n", false, $this->person('mika-sund')), range(1, 120));
        $shown = $this->room();

        self::assertStringContainsString('Decided: Set the clocks by hand.', $shown['soFar']);
        self::assertSame(['ingrid-vale'], array_column($shown['people'], 'id'), 'Who came in at the beginning is there.');
    }

    public function test_of_many_parts_those_that_are_open_come_first(): void
    {
        $over = $this->parts(2, ['resolved_at' => now()]);
        $open = $this->parts(41);
        $shown = $this->room();
        self::assertSame([array_slice($open, 0, 40), 43], [array_column($shown['children'], 'id'), $shown['childCount']]);
        self::assertSame([false], array_values(array_unique(array_column($shown['children'], 'resolved'))));

        $shown = $this->room('?children=all');
        self::assertSame([[...$open, ...$over], 43], [array_column($shown['children'], 'id'), $shown['childCount']]);
        self::assertSame([true, true], array_column(array_slice($shown['children'], 41), 'resolved'));
    }

    public function test_the_band_draws_what_is_part_of_something_with_that(): void
    {
        [$child] = $this->parts(1);
        [$ended] = $this->parts(1, ['resolved_at' => now()]);
        $apart = Incident::factory()->createOne(['started_at' => now()->subHours(2)])->id;
        $recent = Incident::factory()->createOne(['resolved_at' => now()->subHour(), 'started_at' => now()->subHours(3)])->id;
        $old = Incident::factory()->createOne(['resolved_at' => now()->subDay(), 'started_at' => now()->subDays(2)])->id;
        $drawn = array_column(((array) $this->around('band'))['incidents'], 'id');

        self::assertSame([], array_intersect([$child, $ended, $old], $drawn));
        self::assertSame([$recent, $apart], array_values(array_intersect($drawn, [$apart, $recent])), 'In the order in which they began.');
        self::assertContains($this->major->id, $drawn);
    }

    public function test_of_hundreds_of_deadlines_the_soonest_are_read_and_ones_own(): void
    {
        for ($n = 1; $n <= 70; $n++) {
            Incident::factory()->createOne(['restore_by' => now()->addHours($n), 'respond_by' => null]);
        }
        $this->major->update(
            ['restore_by' => now()->addDays(9), 'respond_by' => null, 'estimate_at' => now()->addDays(8), 'estimate_by_id' => 'ingrid-vale']
        );
        $ids = array_column((array) $this->around('clocks'), 'id');

        self::assertContains("estimate-{$this->major->id}", $ids, 'What the reader said is theirs, however late.');
        self::assertNotContains("restore-{$this->major->id}", $ids);
        self::assertSame(61, count($ids));
        self::assertGreaterThanOrEqual(11, $this->around('laterClocks'));
        $this->actingAs($this->person('mika-sund'));
        $ids = array_column((array) $this->around('clocks'), 'id');
        self::assertSame(60, count($ids));
        self::assertNotContains("estimate-{$this->major->id}", $ids);
    }

    public function test_what_it_may_be_the_same_as_is_read_by_whoever_asks(): void
    {
        $other = Incident::factory()->createOne();

        self::assertArrayNotHasKey('others', $this->room());
        self::assertContains(
            $other->id, array_column((array) $this->deferred("/incidents/{$this->major->id}", 'Incidents/Room', 'others'), 'id')
        );
    }
}
