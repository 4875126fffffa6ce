<?php

declare(strict_types=1);

namespace Tests\Faults;

use App\Incidents\Incident;
use App\Paging\Call;
use App\Paging\EscalationPolicy;
use App\Paging\Page;
use App\Platform\Outbox\OutboxMessage;
use App\Platform\Staff\Contact;
use App\Signals\Alert;
use App\Signals\Signal;
use Carbon\CarbonImmutable;
use Illuminate\Support\Carbon;
use Illuminate\Support\Facades\DB;
use Random\Engine\Mt19937;
use Random\Randomizer;
use Skarvo\Paging\Escalation;
use Skarvo\Paging\Outcome;
use Skarvo\Paging\Page as CorePage;
use Tests\TestCase;

/**
 * Kills the web server, the clock and the sender with SIGKILL at random moments while signals come in and people are paged.
 * Nothing that was accepted may be lost, no page may be missing, and none may go out twice under different keys.
 */
final class KilledProcessesTest extends TestCase
{
    private const KILLS = 60;

    private Town $town;

    protected function setUp(): void
    {
        parent::setUp();
        CarbonImmutable::setTestNow();
        Carbon::setTestNow();
        // Rules as in real life, in seconds in place of minutes.
        EscalationPolicy::query()->each(static function (EscalationPolicy $policy): void {
            $policy->update(['steps' => array_map(
                static fn(array $step): array => [...$step, 'wait_seconds' => intdiv($step['wait_seconds'], 100)], $policy->steps,
            )]);
        });
        Contact::query()->where('channel', 'text')->update(['after_seconds' => 1]);
        Contact::query()->where('channel', 'voice')->update(['after_seconds' => 2]);
        // What a probe says under this check pages by itself: the clock declares an incident for it.
        $rules = DB::table('rule_sets')->orderByDesc('id')->first();
        $settings = json_decode((string) $rules?->settings, true, 512, JSON_THROW_ON_ERROR);
        self::assertIsArray($settings);
        DB::table('rule_sets')
            ->where('id', $rules?->id)
            ->update(['settings' => json_encode(
                [
                    ...$settings, 'hold' => 'PT0S', 'settle' => 'PT0S',
                    'rules' => [
                        ['match' => ['check' => 'wakes'], 'set' => ['handling' => 'page', 'team' => 'terminals']],
                        ...$settings['rules'] ?? [],
                    ],
                ],
                JSON_THROW_ON_ERROR,
            )]);
        $this->token();
        $folder = sys_get_temp_dir().'/skarvo-town-'.bin2hex(random_bytes(4));
        mkdir($folder);
        $this->town = new Town($folder, slowness: 40_000);
    }

    protected function tearDown(): void
    {
        $this->town->end();
        parent::tearDown();
    }

    public function test_nothing_is_lost_and_nobody_is_paged_twice(): void
    {
        $random = new Randomizer(new Mt19937((int) (getenv('SEED') ?: 4)));
        $this->town->signIn('ingrid-vale@eiderholm.example');
        $accepted = $sent = 0;
        $items = ['clk-2', 'feed-gateway', 'crew-db-1', 'fuel-db-1', 'mw-ask', 'tide-feed', 'bus-1', 'position-db-1'];
        $declared = [];
        for ($kill = 0; $kill < self::KILLS; $kill++) {
            $id = "s$kill";
            $signals = array_map(
                static fn(int $n): array => [
                    'id' => "$id-$n", 'source' => 'probe', 'item' => $items[$random->getInt(0, 7)], 'check' => 'state',
                    'condition' => 'firing', 'level' => 'error',
                ],
                range(1, 5),
            );
            if ($kill % 4 === 1) {
                $signals[] = [
                    'id' => "$id-w", 'source' => 'probe',
                    'item' => ['gate-havre-3', 'kiosk-storvik-2', 'speaker-rossnes', 'gate-sandhamna-1'][intdiv($kill, 4) % 4],
                    'check' => 'wakes', 'condition' => 'firing', 'level' => 'error',
                ];
            }
            $sent += count($signals);
            if ($random->getInt(0, 1) === 0) {
                // Long enough that the clock comes to its work between two kills, now and then.
                usleep($random->getInt(0, 300_000));
            }
            $this->town->kill(['web', 'clock', 'sender'][$kill % 3]);
            $answer = $this->town->insist('/api/v1/signals', $signals, ['Authorization' => 'Bearer plain-probe']);
            self::assertSame(202, $answer->status(), $answer->body());
            // What a killed server had stored before it could answer counts as repeated when the monitor sends it again.
            $accepted += $answer->json('accepted') + $answer->json('repeated');
            if ($kill % 8 === 7) {
                $declared[] = $this->declare($kill, $random);
            }
        }
        $this->settle();
        $arrived = $this->town->arrived();
        $keys = array_count_values(array_column($arrived, 'key'));
        $pages = Page::query()->orderBy('id')->get();

        self::assertSame($sent, $accepted);
        self::assertSame($accepted, Signal::query()->where('source', 'probe')->count());
        self::assertSame($accepted, (int) Alert::query()->where('source', 'probe')->sum('count'));
        $byItself = $this->declaredByItself();
        self::assertSame(count(array_unique(array_filter($declared))), Incident::query()->whereNull('resolved_at')->count() - $byItself);
        foreach (Call::query()->get() as $call) {
            $course = Escalation::follow($call->toCore(), $call->followed_until?->getTimestamp() ?? 0);
            self::assertSame(Outcome::Exhausted, $course->outcome);
            self::assertSame(
                array_map(static fn(CorePage $p): string => "$p->at $p->person $p->channel", $course->pages),
                $pages->where('call_id', $call->id)->sortBy('ordinal')
                    ->map(static fn(Page $p): string => "{$p->at->getTimestamp()} $p->person_id $p->channel")->values()
                    ->all(),
            );
        }
        self::assertGreaterThan(10, $pages->count());
        // Pages that were due at once to one device went out as one, under the key of the first.
        self::assertEqualsCanonicalizing(
            $pages->map(static fn(Page $p): string => 'page-'.($p->lead_id ?? $p->id))->unique()->values()->all(),
            array_keys($keys),
        );
        $due = $pages->keyBy(static fn(Page $p): string => "page-$p->id");
        foreach ($arrived as $message) {
            self::assertGreaterThanOrEqual($due[$message['key']]?->at->getTimestamp(), $message['at'], 'A page went out before its time.');
        }
        $again = array_sum($keys) - count($keys);
        fwrite(
            STDERR,
            sprintf(
                "  %d kills: %d signals accepted, %d alerts, %d incidents, %d pages; %d came again under their own key\n",
                self::KILLS, $accepted, Alert::query()->where('source', 'probe')->count(), count(array_filter($declared)),
                $pages->count(), $again,
            ),
        );
        // A killed sender had many under way. Each goes once for each time that it was claimed, and is claimed anew only after a kill.
        $claims = OutboxMessage::query()->pluck('attempts', 'key')->all();
        foreach ($keys as $key => $times) {
            self::assertLessThanOrEqual($claims[$key], $times, $key);
        }
        self::assertLessThanOrEqual(1 + intdiv(self::KILLS, 3) + count($declared), max([0, ...array_values($claims)]));
    }

    /**
     * @return int how many incidents the clock declared for what pages by itself: each such alert is in one, no group has two, and each
     *      calls once
     */
    private function declaredByItself(): int
    {
        $woken = Alert::query()->where('source', 'probe')->where('check', 'wakes')->get();
        self::assertNotEmpty($woken);
        self::assertSame([], $woken->whereNull('incident_id')->pluck('id')->all());
        $own = Incident::query()->whereNull('coordinator_id')->pluck('id');
        self::assertSame($own->count(), Alert::query()->whereIn('incident_id', $own)->distinct()->count('group_id'));
        self::assertSame(
            [],
            Call::query()->select('occasion_id', 'team_id')
                ->groupBy('occasion_id', 'team_id')->havingRaw('count(*) > 1')->pluck('occasion_id')->all(),
        );
        self::assertSame(
            [],
            $woken->pluck('incident_id')->unique()
                ->diff(Call::query()->with('occasion')->where('team_id', 'terminals')->get()->pluck('occasion.record_id'))->values()->all(),
        );

        return $own->count();
    }

    /** The coordinator declares an incident while a process dies; the browser repeats the request under the same key. */
    private function declare(int $kill, Randomizer $random): ?int
    {
        $alert = Alert::query()->where('source', 'probe')->whereNull('incident_id')->orderBy('id')->first();
        if ($alert === null) {
            return null;
        }
        usleep($random->getInt(0, 20_000));
        $teams = ['platform', 'lanes', 'quay', 'vessels', 'crew', 'freight', 'booking'];
        $answer = $this->town->insist('/incidents', [
            'alerts' => [$alert->id], 'title' => "Trouble $kill", 'service' => 'booking', 'impact' => 'wide', 'urgency' => 'now',
            'team' => $teams[intdiv($kill, 8) % 7],
        ], ['X-Request-Key' => "declare-$kill"]);
        $this->town->kill('sender');
        self::assertSame(302, $answer->status(), $answer->body());

        return $alert->refresh()->incident_id;
    }

    /** How many signals the clock has not come to yet. */
    private function behind(): int
    {
        return Signal::query()->where('id', '>', (int) DB::table('clock_marks')->where('name', 'signals')->value('mark'))->count();
    }

    /** Until nothing is due any more, for two minutes at the most. */
    private function settle(): void
    {
        for ($look = 0; $look < 1200; $look++) {
            // The alerts that page by themselves are declared for a moment after their signals were taken.
            $open = $this->behind() > 0
                || Alert::query()->where('handle_at', '<=', CarbonImmutable::now())->whereNull('handled_at')->whereNull('closed_at')
                    ->exists()
                || Call::query()->where('outcome', Outcome::Waiting)->exists()
                || Call::query()->whereNotNull('next_due_at')->exists()
                || OutboxMessage::query()->whereNull('sent_at')->whereNull('failed_at')->exists();
            if (! $open) {
                return;
            }
            usleep(100_000);
        }
        self::fail('After two minutes something is still due: '.DB::table('calls')->where(
            static fn($query) => $query->where('outcome', 'waiting')->orWhereNotNull('next_due_at')
        )->limit(3)->get([
            'id', 'occasion_id', 'team_id', 'outcome', 'next_due_at', 'followed_until', 'step', 'round', 'policy',
        ])->toJson()." {$this->behind()} signals ".DB::table('outbox')->whereNull('sent_at')
            ->whereNull('failed_at')->limit(3)->get()->toJson());
    }
}
