<?php

declare(strict_types=1);

namespace Tests\Faults;

use App\Incidents\Incident;
use App\Paging\Call;
use App\Paging\Page;
use App\Platform\Moment;
use App\Platform\Person;
use App\Platform\Staff\Contact;
use App\Rota\Rota;
use Carbon\CarbonImmutable;
use Illuminate\Support\Facades\DB;
use Random\Engine\Mt19937;
use Random\Randomizer;
use Skarvo\Paging\Call as CoreCall;
use Skarvo\Paging\Contact as CoreContact;
use Skarvo\Paging\Duty;
use Skarvo\Paging\Escalation;
use Skarvo\Paging\Outcome;
use Skarvo\Paging\Page as CorePage;
use Skarvo\Paging\Policy;
use Skarvo\Paging\Step;
use Skarvo\Paging\StepTarget;
use Skarvo\Rota\Segment;
use Tests\TestCase;

/**
 * Kills the clock with SIGKILL at random moments while many calls run, and now and then starts a second one by mistake.
 * The pages are those of a run that nothing interrupts: none missing, none twice, none before its time.
 *
 * CALLS=1000 RUNS=50 for the whole of it; each test run does a little.
 */
final class KilledClockTest extends TestCase
{
    /** When every run begins, by its own time of day. */
    private const T0 = 1_772_524_800;

    /** Calls begin within so many seconds, and are over within the second number. */
    private const BEGIN = 4;

    private const OVER = 9;

    private const KILLS = 4;

    private int $calls;

    /** @var array<int, list<string>> by call: when, who, on what */
    private array $expected = [];

    protected function setUp(): void
    {
        parent::setUp();
        $this->calls = (int) (getenv('CALLS') ?: 150);
        Contact::query()->where('channel', 'voice')->delete();
        Contact::query()->where('channel', 'text')->update(['after_seconds' => 2]);
        $random = new Randomizer(new Mt19937(9));
        $rotas = array_values(Rota::query()->orderBy('id')->get()->all());
        $people = Person::query()->orderBy('id')->pluck('id')->all();
        $contacts = Person::query()->with('contacts')
            ->get()
            ->mapWithKeys(static fn(Person $p): array => [$p->id => array_values($p->contacts->map(
                static fn(Contact $c): CoreContact => new CoreContact($c->channel, $c->after_seconds),
            )->all())])
            ->all();
        $duties = collect($rotas)
            ->mapWithKeys(static fn(Rota $rota): array => [$rota->id => array_values(array_map(
                static fn(Segment $s): Duty => new Duty($s->from, $s->to, (string) $s->person),
                array_filter($rota->between(self::T0 - 60, self::T0 + 86400)->segments, static fn(Segment $s): bool => $s->person !== null),
            ))])
            ->all();
        DB::transaction(function () use ($random, $rotas, $people, $contacts, $duties): void {
            for ($n = 0; $n < $this->calls; $n++) {
                $at = CarbonImmutable::createFromTimestampUTC(self::T0 + $random->getInt(0, self::BEGIN - 1));
                $incident = Incident::factory()->createOne([
                    'title' => "Trouble $n", 'priority' => 1 + $n % 4, 'started_at' => $at, 'declared_at' => $at,
                    'restore_by' => $at->addDay(),
                ]);
                $policy = [
                    'rounds' => 1,
                    'steps' => [
                        ['targets' => ["rota:{$rotas[$n % count($rotas)]->id}"], 'wait_seconds' => 3],
                        ['targets' => ["person:{$people[$n % count($people)]}"], 'wait_seconds' => 2],
                    ],
                ];
                $call = Call::factory()->createOne([
                    'occasion_id' => $incident->occasion->id, 'policy' => $policy, 'started_at' => $at, 'next_due_at' => $at,
                ]);
                $target = static fn(string $text): StepTarget => StepTarget::parse($text) ?? throw new \LogicException;
                $course = Escalation::follow(
                    new CoreCall(
                        $at->getTimestamp(),
                        new Policy(
                            array_map(
                                static fn(array $s): Step => new Step(array_map($target, $s['targets']), $s['wait_seconds']),
                                $policy['steps'],
                            ),
                            1,
                        ),
                        $contacts, $duties,
                    ),
                    self::T0 + 3600,
                );
                $this->expected[$call->id] = array_map(static fn(CorePage $p): string => "$p->at $p->person $p->channel", $course->pages);
            }
        });
        CarbonImmutable::setTestNow();
        \Illuminate\Support\Carbon::setTestNow();
    }

    public function test_the_pages_are_those_of_a_run_that_nothing_interrupts(): void
    {
        $template = DB::getDatabaseName();
        DB::statement('pragma wal_checkpoint(truncate)');
        $runs = (int) (getenv('RUNS') ?: 2);
        $random = new Randomizer(new Mt19937((int) (getenv('SEED') ?: 1)));
        $sums = ['pages' => 0, 'deliveries' => 0, 'again' => 0];
        $delays = [];
        for ($run = 0; $run < $runs; $run++) {
            $folder = sys_get_temp_dir().'/skarvo-kill-'.bin2hex(random_bytes(4));
            mkdir($folder);
            copy($template, "$folder/skarvo.sqlite");
            $offset = self::T0 - 1 - time();
            file_put_contents("$folder/offset", (string) $offset);
            $this->switchTo("$folder/skarvo.sqlite", "$folder/offset");
            $town = new Town($folder, 8_000, ['clock', 'sender']);
            try {
                // A second clock and sender by mistake, in every other run.
                if ($run % 2 === 1) {
                    $town->start('second clock');
                    $town->start('second sender');
                }
                $moments = array_map(static fn(): float => $random->getInt(300, (self::OVER - 1) * 1000) / 1000, range(1, self::KILLS));
                sort($moments);
                $begin = microtime(true);
                $kills = [];
                foreach ($moments as $i => $moment) {
                    usleep((int) max(0, 1e6 * ($begin + $moment - microtime(true))));
                    $kills[] = microtime(true) + $offset;
                    $town->kill('clock');
                    if ($i === self::KILLS - 1) {
                        $town->kill('sender');
                    }
                }
                $this->settle();
            } finally {
                $town->end();
            }
            [$deliveries, $again] = $this->check($town->arrived(), $offset, $run);
            $sums = [
                'pages' => $sums['pages'] + Page::query()->count(), 'deliveries' => $sums['deliveries'] + $deliveries,
                'again' => $sums['again'] + $again,
            ];
            $delays = [...$delays, ...$this->delays($kills)];
            $this->switchTo($template, null);
            exec('rm -rf '.escapeshellarg($folder));
        }
        self::assertNotSame([], $delays);
        sort($delays);
        // A figure, and no rule of the test: a machine that is busy with other things takes its time.
        fwrite(
            STDERR,
            sprintf(
                "  %d runs of %d calls, %d kills: %d pages in %d deliveries, none missing, none twice, none early; %d came again under their own key; until the clock worked again: median %.1f s, longest %.1f s\n",
                $runs, $this->calls, $runs * self::KILLS, $sums['pages'], $sums['deliveries'], $sums['again'],
                $delays[intdiv(count($delays), 2)], $delays[count($delays) - 1],
            ),
        );
    }

    private function switchTo(string $database, ?string $offset): void
    {
        foreach (['DB_DATABASE' => $database, 'SKARVO_TIME_OFFSET_FILE' => $offset] as $name => $value) {
            $value === null ? putenv($name) : putenv("$name=$value");
            if ($value === null) {
                unset($_ENV[$name], $_SERVER[$name]);
            } else {
                $_ENV[$name] = $_SERVER[$name] = $value;
            }
        }
        config(['database.connections.sqlite.database' => $database]);
        DB::purge();
    }

    /** Until nothing is due any more, for two minutes at the most. */
    private function settle(): void
    {
        for ($look = 0; $look < 1200; $look++) {
            if (
                ! Call::query()->where('outcome', Outcome::Waiting)->exists()
                    && ! DB::table('outbox')->whereNull('sent_at')->whereNull('failed_at')->exists()
            ) {
                return;
            }
            usleep(100_000);
        }
        self::fail(
            'After two minutes something is still due: '.Call::query()
                ->where('outcome', Outcome::Waiting)->limit(3)
                ->get(['id', 'next_due_at', 'followed_until', 'step', 'round'])->toJson().DB::table('outbox')
                ->whereNull('sent_at')->whereNull('failed_at')->limit(3)->get()->toJson().DB::table('leases')->get()
                ->toJson(),
        );
    }

    /**
     * @param  list<array{at: float, key: string, body: mixed}>  $arrived
     * @return array{int, int} how many deliveries there were, and how many came again
     */
    private function check(array $arrived, int $offset, int $run): array
    {
        $pages = Page::query()->orderBy('id')->get();
        $byCall = $pages->sortBy('ordinal')->groupBy('call_id');
        foreach ($this->expected as $call => $expected) {
            self::assertSame(
                $expected,
                collect($byCall->get($call))
                    ->map(static fn(Page $p): string => "{$p->at->getTimestamp()} $p->person_id $p->channel")->values()
                    ->all(),
                "call $call in run $run",
            );
        }
        $keys = array_count_values(array_column($arrived, 'key'));
        $reached = $pages->map(static fn(Page $p): string => 'page-'.($p->lead_id ?? $p->id));
        self::assertEqualsCanonicalizing(
            $reached->unique()->values()->all(), array_keys($keys),
            "run $run: each page in one delivery, and no delivery without one",
        );
        $claims = DB::table('outbox')->pluck('attempts', 'key')->all();
        foreach ($keys as $key => $times) {
            self::assertLessThanOrEqual($claims[$key], $times, "run $run: $key goes once for each time that a sender claimed it");
        }
        $due = $pages->groupBy(static fn(Page $p): string => 'page-'.($p->lead_id ?? $p->id))->map(
            static fn($some): int => (int) $some->max(static fn(Page $p): int => $p->at->getTimestamp()),
        );
        foreach ($arrived as $message) {
            self::assertGreaterThanOrEqual($due[$message['key']], $message['at'] + $offset, 'A page went out before its time.');
        }

        return [count($keys), array_sum($keys) - count($keys)];
    }

    /**
     * @param  list<float>  $kills  by the time of day of the run
     * @return list<float> by kill: how late the first page after it was written down, from its time or, if it was due before, from the kill
     */
    private function delays(array $kills): array
    {
        $due = Page::query()->pluck('at', 'id');
        $written = DB::table('journal')->where('kind', 'page.queued')->orderBy('seq')->pluck('at', 'subject_id')
            ->map(static fn(mixed $at): float => Moment::seconds(substr((string) $at, 0, 19)) + (float) ('0'.substr((string) $at, 19)));
        $delays = [];
        foreach ($kills as $i => $kill) {
            $page = $written->search(static fn(float $at): bool => $at > $kill && $at < ($kills[$i + 1] ?? INF));
            if ($page !== false) {
                $delays[] = $written[$page] - max($kill, $due[$page]->getTimestamp());
            }
        }

        return $delays;
    }
}
