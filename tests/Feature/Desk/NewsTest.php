<?php

declare(strict_types=1);

namespace Tests\Feature\Desk;

use App\Desk\Band;
use App\Desk\RunningClocks;
use App\Desk\ShareWithEveryPage;
use App\Incidents\Incident;
use App\Incidents\IncidentEntry;
use App\Platform\Journal\Actor;
use App\Platform\Journal\Journal;
use App\Platform\Live;
use App\Signals\Alert;
use App\Signals\SignalEntry;
use Illuminate\Database\Events\QueryExecuted;
use Illuminate\Http\Request;
use Illuminate\Support\Facades\DB;
use Tests\TestCase;

/** What every screen shows of time, and how it learns of changes. */
final class NewsTest extends TestCase
{
    public function test_the_clocks_run_out_soonest_first_and_each_opens_what_it_is_about(): void
    {
        $this->signal([self::firing('clk-2'), self::firing('feed-gateway', 'error'), self::firing('manifest-db-2')]);
        $this->takeSignals();
        $this->actingAs($this->person('ingrid-vale'))->post('/incidents', [
            'alerts' => [Alert::query()->where('item_id', 'clk-2')->sole()->id], 'title' => 'Clock', 'service' => 'vehicle-lanes',
            'impact' => 'wide', 'urgency' => 'now', 'team' => 'lanes',
        ]);
        $this->post('/alerts/wait', ['alerts' => [Alert::query()->where('item_id', 'manifest-db-2')->sole()->id], 'minutes' => 90]);
        $clocks = RunningClocks::all();
        $due = array_column($clocks, 'due');
        $sorted = $due;
        sort($sorted);

        self::assertSame($sorted, $due);
        self::assertSame(
            ['call', 'first', 'group', 'update', 'wait', 'restore'],
            array_values(array_filter(
                array_map(static fn(array $c): string => explode('-', $c['id'])[0], $clocks),
                static fn(string $k): bool => $k !== 'handover',
            )),
        );
        self::assertStringStartsWith('then ', $clocks[0]['detail']);
        foreach ($clocks as $clock) {
            $this->get(explode('#', $clock['link'])[0])->assertOk();
        }
    }

    public function test_a_handover_within_two_hours_is_a_clock(): void
    {
        $this->later((int) strtotime('2026-03-09T07:00:00Z') - now()->getTimestamp());
        $handovers = array_values(array_filter(RunningClocks::all(), static fn(array $c): bool => $c['id'] === 'handover-booking'));

        self::assertCount(1, $handovers);
        self::assertSame((int) strtotime('2026-03-09T08:00:00Z') * 1000, $handovers[0]['due']);
        self::assertMatchesRegularExpression('/^\S+ \S+ to \S+ \S+$/', $handovers[0]['detail']);
    }

    public function test_the_band_shows_the_last_hours_and_the_next(): void
    {
        $band = Band::around($this->person('noor-lind'));

        self::assertSame(9 * 3600_000, $band['to'] - $band['from']);
        self::assertCount(2, $band['incidents']);
        self::assertCount(4, $band['updates']);
        self::assertNotSame([], $band['alerts']);
        self::assertSame(0, array_sum(array_column($band['alerts'], 'undecided')));
        self::assertSame([$band['from'], $band['to']], [$band['onCall'][0]['from'], $band['onCall'][count($band['onCall']) - 1]['to']]);
        self::assertSame([], Band::around($this->person('noor-lind')->fill(['team_id' => null]))['onCall']);
    }

    public function test_the_journals_head_is_told_without_the_framework_to_who_has_the_key(): void
    {
        $before = Journal::head();
        Journal::write(Actor::system(), IncidentEntry::IncidentNote, ['incident', 409], ['text' => 'not for everybody']);
        DB::disconnect();
        $word = self::live(['key' => Live::key($this->person('ingrid-vale')), 'after' => (string) $before]);

        self::assertSame($before + 1, $word['head']);
        self::assertSame([['incident.note', 409, $before + 1]], $word['changes']);
        self::assertFalse($word['cut']);
        self::assertStringNotContainsString('not for everybody', (string) json_encode($word));
        self::assertSame([], self::live(['key' => Live::key($this->person('ingrid-vale')), 'after' => (string) ($before + 1)])['changes']);
        self::assertSame(['error'], array_keys(self::live(['key' => 'guess', 'after' => '0'])));
        self::assertSame(['error'], array_keys(self::live([])));
        $gone = $this->person('mika-sund');
        self::assertArrayHasKey('head', self::live(['key' => Live::key($gone), 'after' => '0']));
        $gone->update(['left_at' => now()]);
        self::assertSame(
            ['error'], array_keys(self::live(['key' => Live::key($gone), 'after' => '0'])),
            'Whoever left follows nothing any more.',
        );
    }

    public function test_when_more_happened_than_is_listed_it_says_so(): void
    {
        $before = Journal::head();
        Journal::writeMany(
            Actor::system(), 'alert',
            array_fill(0, 600, ['kind' => SignalEntry::AlertOpened, 'id' => 1, 'facts' => [], 'also' => []]),
        );
        DB::disconnect();

        self::assertTrue(self::live(['key' => Live::key($this->person('ingrid-vale')), 'after' => (string) $before])['cut']);
        self::assertFalse(self::live(['key' => Live::key($this->person('ingrid-vale')), 'after' => (string) ($before + 100)])['cut']);
    }

    public function test_a_page_says_how_far_the_journal_was_before_anything_of_it_was_read_and_what_of_it_came(): void
    {
        $this->actingAs($this->person('ingrid-vale'));
        // Whatever is written while props are read comes after the head that is told.
        DB::listen(static function () use (&$wrote): void {
            if ($wrote === null) {
                $wrote = true;
                Journal::write(Actor::system(), SignalEntry::AlertOpened, ['alert', 1], []);
            }
        });
        $live = $this->get('/')->assertOk()->inertiaProps('live');
        self::assertLessThan(Journal::head(), $live['head']);
        self::assertNull($live['only']);
        $headers = [
            'X-Inertia' => 'true', 'X-Inertia-Partial-Component' => 'Desk/Watch', 'X-Inertia-Partial-Data' => 'reports,now',
            'X-Inertia-Version' => (string) app(ShareWithEveryPage::class)->version(Request::create('/')),
        ];
        $props = $this->get('/', $headers)->assertOk()->json('props');

        self::assertSame(['reports', 'now'], $props['live']['only']);
        self::assertArrayNotHasKey('groups', $props);
    }

    public function test_the_record_of_an_address_is_read_after_the_journal_too(): void
    {
        $this->actingAs($this->person('ingrid-vale'));
        $incident = Incident::factory()->createOne(['service_id' => 'vehicle-lanes', 'title' => 'As it was']);
        DB::listen(static function (QueryExecuted $query) use (&$written, $incident): void {
            if ($written === null && str_contains($query->sql, 'from `incidents`')) {
                $written = 0;
                DB::table('incidents')->where('id', $incident->id)->update(['title' => 'As it is']);
                $written = Journal::write(Actor::system(), IncidentEntry::IncidentChanged, ['incident', $incident->id], []);
            }
        });
        $props = $this->get("/incidents/$incident->id")->assertOk()->inertiaProps();
        self::assertSame('As it was', $props['incident']['title']);
        self::assertLessThan($written, $props['live']['head'], 'It hears of it, and reads it anew.');
    }

    public function test_news_come_from_the_database_that_is_there_when_one_was_put_back_in_its_place(): void
    {
        $this->signal([self::firing('clk-2')]);
        $this->takeSignals();
        $now = DB::getDatabaseName();
        $before = (int) DB::table('journal')->max('seq');
        DB::statement('vacuum into ?', ["$now.other"]);
        $this->signal([self::firing('feed-gateway')]);
        $this->takeSignals();
        $head = (int) DB::table('journal')->max('seq');
        self::assertGreaterThan($before, $head);
        $put = sprintf(
            'rename(%s, %s); array_map(fn($end) => @unlink(%2$s.$end), ["-wal", "-shm"]);', var_export("$now.other", true),
            var_export($now, true)
        );

        // One process, as a server's: what it keeps of one question is there at the next.
        $printed = self::answers(
            ['key' => Live::key($this->person('ingrid-vale'))],
            'ob_start(); require "public/live.php"; echo "\n"; require "public/live.php"; echo "\n"; '.$put.' require "public/live.php";',
        );
        self::assertSame(
            [$head, $head, $before],
            array_map(
                static fn(string $one): mixed => ((array) json_decode($one, true, 8, JSON_THROW_ON_ERROR))['head'] ?? null,
                explode("\n", $printed)
            ),
        );
    }

    /**
     * @param  array<string, string>  $query
     * @return array<string, mixed>
     */
    private static function live(array $query): array
    {
        return (array) json_decode(self::answers($query, 'require "public/live.php";'), true, 512, JSON_THROW_ON_ERROR);
    }

    /** @param  array<string, string>  $query */
    private static function answers(array $query, string $code): string
    {
        $process = proc_open([
            PHP_BINARY, '-r', '$_GET = json_decode(getenv("QUERY"), true); '.$code,
        ], [1 => ['pipe', 'w']], $pipes, base_path(), [
            'QUERY' => json_encode($query, JSON_THROW_ON_ERROR), 'APP_KEY' => config()->string('app.key'),
            'DB_DATABASE' => DB::getDatabaseName(), 'PATH' => (string) getenv('PATH'),
        ]);
        $printed = stream_get_contents($pipes[1]);
        self::assertIsResource($process);
        proc_close($process);

        return (string) $printed;
    }
}
