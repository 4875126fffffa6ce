<?php

declare(strict_types=1);

namespace Tests\Feature\Rota;

use App\Incidents\Incident;
use App\Incidents\Report;
use App\Platform\Outbox\OutboxMessage;
use App\Rota\Gaps;
use App\Rota\Rota;
use Inertia\Testing\AssertableInertia as Shown;
use Skarvo\Time\Instant;
use Tests\TestCase;

/** What nobody covers within a day stands on the watch; what people are told names dates. */
final class GapsTest extends TestCase
{
    public function test_a_gap_within_a_day_is_on_the_watch_until_somebody_covers_it(): void
    {
        $this->actingAs($this->person('ingrid-vale'));
        $rota = Rota::query()->findOrFail('lanes');
        $now = now()->getTimestamp();
        $at = static fn(int $hours): string => Instant::format($now + $hours * 3600);
        $zone = new \DateTimeZone($rota->time_zone);
        $rota->update(['layers' => array_map(
            static fn(array $layer): array => [...$layer, 'ends' => now()->addHours(2)->setTimezone($zone)->format('Y-m-d\TH:i')],
            $rota->layers,
        )]);
        $this->get('/')->assertInertia(fn(Shown $shown) => $shown->count('gaps', 1)->where('gaps.0.rota', 'lanes'));
        self::assertSame(
            [[$now + 2 * 3600, $now + 24 * 3600]],
            array_map(static fn(array $gap): array => [$gap['from']->getTimestamp(), $gap['to']->getTimestamp()], Gaps::ahead()),
        );
        $this->post('/on-call/lanes/take', ['from' => $at(2), 'to' => $at(30), 'person' => 'noor-lind'])->assertSessionHasNoErrors();
        self::assertSame([], Gaps::ahead());
    }

    public function test_the_mail_about_a_swap_says_which_turns(): void
    {
        $rota = Rota::query()->findOrFail('lanes');
        $turn = collect($rota->between(now()->getTimestamp(), now()->getTimestamp() + 14 * 86400)->segments)->first(
            static fn($segment): bool => $segment->person !== null && $segment->person !== 'noor-lind',
        ) ?? self::fail('There are turns.');
        $this->actingAs($this->person('noor-lind'))
            ->post(
                '/on-call/lanes/swap',
                [
                    'from' => Instant::format(now()->getTimestamp()), 'to' => Instant::format($turn->to), 'with' => $turn->person,
                    'why' => 'a wedding',
                ],
            )
            ->assertSessionHasNoErrors();
        $text = (string) OutboxMessage::query()->where('kind', 'mail')->sole()->payload['text'];
        self::assertMatchesRegularExpression('/\w{3} \d+ \w{3} \d\d:\d\d to \w{3} \d+ \w{3} \d\d:\d\d: Noor Lind instead of /', $text);
        self::assertStringContainsString('Why: a wedding', $text);
    }

    public function test_a_reporter_whose_problem_is_known_says_so_and_follows_it(): void
    {
        $this->actingAs($this->person('ingrid-vale'))
            ->post(
                '/incidents',
                [
                    'item' => 'vehicle-lanes', 'state' => 'down', 'title' => 'Lanes', 'service' => 'vehicle-lanes',
                    'impact' => 'part', 'urgency' => 'now',
                ],
            )
            ->assertSessionHasNoErrors();
        $incident = Incident::query()->whereNull('resolved_at')->sole();
        auth()->guard()->logout();
        $report = function (string $key, string $service): Report {
            $this->post(
                '/report',
                [
                    'service' => $service, 'what' => "x $key", 'same' => Incident::query()->whereNull('resolved_at')->sole()->id,
                    'send_key' => $key,
                ],
            )->assertSessionHasNoErrors();

            return Report::query()->latest('id')->firstOrFail();
        };
        self::assertNull($report('a', 'vehicle-lanes')->incident_id, 'Outsiders know of nothing yet.');
        $this->actingAs($this->person('ingrid-vale'))
            ->post(
                "/incidents/$incident->id/updates",
                ['number' => 1, 'stage' => 'looking', 'text' => 'Lanes are shut.', 'next_minutes' => 30],
            )
            ->assertSessionHasNoErrors();
        auth()->guard()->logout();
        self::assertSame($incident->id, $report('b', 'vehicle-lanes')->incident_id);
        $other = $report('c', 'booking');
        self::assertNull($other->incident_id, 'About something else, whatever was sent.');
        $this->get("/report/{$other->key()}")->assertInertia(fn(Shown $shown) => $shown->where('known', []));
        $unlinked = Report::query()->where('send_key', 'a')->sole();
        $this->get("/report/{$unlinked->key()}")->assertInertia(fn(Shown $shown) => $shown->where('known', ['Lanes are shut.']));
    }
}
