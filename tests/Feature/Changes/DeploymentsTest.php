<?php

declare(strict_types=1);

namespace Tests\Feature\Changes;

use App\Changes\Change;
use App\Incidents\Incident;
use App\Tickets\Ticket;
use Illuminate\Http\Client\Request;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Http;
use Illuminate\Testing\TestResponse;
use PHPUnit\Framework\Attributes\TestWith;
use Skarvo\Changes\ChangeResult;
use Symfony\Component\HttpFoundation\Response;
use Tests\Feature\Tickets\AtTheDesk;
use Tests\TestCase;

/** What delivery pipelines did becomes changes by itself. */
final class DeploymentsTest extends TestCase
{
    use AtTheDesk;

    /**
     * @param  array<string, mixed>  $more
     * @return TestResponse<Response>
     */
    private function tell(string $id, string $at = '2026-03-03T07:50:00Z', array $more = []): TestResponse
    {
        if (! DB::table('api_tokens')->exists()) {
            $this->token(['deployments:write']);
        }

        return $this->withToken('plain-probe')->postJson('/api/v1/deployments', [
            'id' => $id, 'source' => 'pipelines', 'service' => 'Boarding', 'at' => $at, 'version' => "4.$id",
            'author' => 'Ada Holm <ada-holm@eiderholm.example>', ...$more,
        ]);
    }

    /** @return array<string, mixed> */
    private static function event(string $id, string $doing, string $at): array
    {
        return [
            'context' => [
                'version' => '0.4.1', 'id' => $id, 'source' => '/pipelines', 'type' => "dev.cdevents.service.$doing.0.1.1",
                'timestamp' => $at,
            ],
            'subject' => [
                'id' => 'boarding', 'type' => 'service',
                'content' => ['environment' => ['id' => 'production'], 'artifactId' => "pkg:oci/boarding@$id"],
            ],
        ];
    }

    public function test_it_is_a_change_on_its_items_with_somebody_to_call(): void
    {
        $number = $this->tell('1')->assertCreated()->assertJson(['known' => false, 'items' => ['boarding']])->json('change');
        $change = Change::query()->whereKey($number)->sole();

        self::assertSame(
            ['Deployed Boarding 4.1', 'standard', 'done', 'ada-holm', 'terminals'],
            [$change->title, $change->kind->value, $change->state->value, $change->author_id, $change->team_id]
        );
        self::assertSame('change.recorded', DB::table('journal')->orderByDesc('seq')->value('kind'));
        // Sent again, as pipelines do that got no answer.
        $this->tell('1', more: ['version' => 'other'])->assertOk()
            ->assertJson(['change' => $number, 'known' => true, 'items' => ['boarding']]);
        self::assertSame(1, Change::query()->count());
    }

    public function test_what_a_rollback_took_out_does_not_depend_on_the_order_in_which_it_is_told(): void
    {
        $this->token(['deployments:write']);
        foreach (
            [
                ['5', 'rolledback', '07:30'], ['3', 'deployed', '07:10'], ['4', 'upgraded', '07:20'], ['4', 'upgraded', '07:20'],
            ] as [$id, $doing, $at]
        ) {
            $body = self::event($id, $doing, "2026-03-03T$at:00Z");
            $this->withToken('plain-probe')->postJson(
                '/api/v1/deployments',
                $id === '3' ? ['specversion' => '1.0', 'id' => 'e', 'source' => 's', 'type' => 'x', 'data' => $body] : $body,
            )->assertSuccessful();
        }
        $of = static fn(string $external): Change => Change::query()->where('external', $external)->sole();

        self::assertSame([ChangeResult::Ok, ChangeResult::BackedOut], [$of('3')->result, $of('4')->result]);
        self::assertSame($of('4')->id, $of('5')->undoes_id);
        self::assertSame('Rolled back boarding 5', $of('5')->title);
    }

    /** @param  list<array{string, string, string}>  $events  id, what was done, when */
    private function told(array $events): void
    {
        $this->token(['deployments:write']);
        foreach ($events as [$id, $doing, $at]) {
            $this->withToken('plain-probe')->postJson('/api/v1/deployments', self::event($id, $doing, $at))->assertSuccessful();
        }
    }

    #[TestWith(['2026-02-01T08:00:01Z', true])]
    #[TestWith(['2026-02-01T08:00:00Z', false])]
    public function test_a_rollback_takes_out_what_came_within_thirty_days(string $came, bool $isTakenOut): void
    {
        $this->told([['1', 'deployed', $came], ['2', 'rolledback', '2026-03-03T08:00:00Z']]);

        self::assertSame(
            $isTakenOut ? ChangeResult::BackedOut : ChangeResult::Ok, Change::query()->where('external', '1')->sole()->result,
        );
    }

    public function test_what_was_taken_out_long_ago_stays_known_when_more_is_taken_out(): void
    {
        $this->told([
            ['1', 'deployed', '2026-01-20T08:00:00Z'], ['2', 'upgraded', '2026-01-28T08:00:00Z'],
            ['3', 'rolledback', '2026-02-10T08:00:00Z'], ['4', 'rolledback', '2026-02-11T08:00:00Z'],
            ['5', 'upgraded', '2026-02-20T08:00:00Z'], ['6', 'rolledback', '2026-02-25T08:00:00Z'],
        ]);
        $of = static fn(string $external): Change => Change::query()->where('external', $external)->sole();

        foreach (['3' => '2', '4' => '1', '6' => '5'] as $rollback => $out) {
            self::assertSame($of((string) $out)->id, $of((string) $rollback)->undoes_id, "$rollback took out $out");
            self::assertSame(ChangeResult::BackedOut, $of((string) $out)->result);
        }
    }

    public function test_a_binary_event_is_taken(): void
    {
        $this->token(['deployments:write']);
        $this->withToken('plain-probe')->postJson(
            '/api/v1/deployments', self::event('9', 'deployed', '2026-03-03T07:10:00Z'), ['ce-specversion' => '1.0', 'ce-id' => 'x']
        )->assertCreated();
    }

    public function test_of_an_unknown_service_it_is_kept_and_listed(): void
    {
        $this->tell('1', more: ['service' => 'gangway-api', 'author' => 'a robot'])->assertCreated()->assertJson(['items' => []]);

        self::assertSame('a robot', Change::query()->sole()->who());
        $this->actingAs($this->person('per-strand'))->get('/settings/changes')->assertInertia(
            static fn($page) => $page->where('unmapped', [['service' => 'gangway-api', 'environment' => null]]),
        );
    }

    #[TestWith(['{', 400])]
    #[TestWith(['[]', 422])]
    #[TestWith(['{"id":"1","source":"s","service":"x","at":"yesterday"}', 422])]
    #[TestWith(['{"id":"1","source":"s","service":"\\u0000","at":"2026-03-03T07:00:00Z"}', 201])]
    public function test_what_cannot_be_used_is_refused(string $body, int $status): void
    {
        $this->token(['deployments:write']);
        $this->withToken('plain-probe')->call(
            'POST', '/api/v1/deployments', server: ['CONTENT_TYPE' => 'application/json', 'HTTP_AUTHORIZATION' => 'Bearer plain-probe'],
            content: $body
        )->assertStatus($status);
    }

    public function test_whoever_asked_hears_that_it_is_in_place_and_that_it_was_taken_out_again(): void
    {
        config()->set('skarvo.gateways.mail', 'http://devices.test/mails');
        Http::fake(['*' => Http::response(['ok' => true])]);
        $ticket = $this->reported('The barrier stays shut', 'anna@ferry.example');
        $other = $this->reported('Another', 'bo@ferry.example');
        $incident = Incident::factory()->createOne();
        $this->actingAs($this->person('ingrid-vale'));
        $this->post(
            "/tickets/$other->id/tasks", ['text' => 'Mend the reader', 'team' => 'lanes', 'must' => false], ['X-Request-Key' => 'task']
        )->assertSessionHasNoErrors();
        $task = Ticket::query()->whereNull('report_id')->latest('id')->firstOrFail();
        $mails = function (): array {
            $this->deliver();

            return array_values(
                Http::recorded(static fn(Request $one): bool => str_starts_with((string) $one->header('Idempotency-Key')[0], 'deployed-'))
                    ->map(static fn(array $pair): array => (array) $pair[0]->data())->all()
            );
        };
        $story = static fn(string $kind, int $id): array => DB::table('journal')
            ->whereIn('seq', DB::table('journal_subjects')->where('kind', $kind)->where('id', (string) $id)->select('seq'))
            ->whereIn('kind', ['change.delivered', 'change.taken_out'])->orderBy('seq')->pluck('kind')->all();

        $event = $this->tell('1', more: ['work_item' => "Fixes {$ticket->ref()}, {$task->ref()}, {$incident->ref()}; RE-9999"])
            ->assertCreated();
        $this->tell('1', more: ['work_item' => $ticket->ref()])->assertOk();
        self::assertSame(['anna@ferry.example'], array_column($mails(), 'to'));
        self::assertStringContainsString('is in place now', (string) $mails()[0]['text']);
        self::assertSame(
            [['change.delivered'], ['change.delivered'], ['change.delivered'], []],
            [$story('ticket', $ticket->id), $story('ticket', $other->id), $story('incident', $incident->id), $story('ticket', $task->id)]
        );
        $this->get("/tickets/$ticket->id")->assertOk()->assertSee(Change::query()->findOrFail((int) $event->json('change'))->ref());

        // A report's ticket is no task of the same number.
        $this->tell('0', '2026-03-03T07:49:00Z', ['work_item' => sprintf('TA-%04d', $ticket->id)]);
        self::assertCount(1, $mails());
        // Of one that failed, or was taken out again before it was told, nobody hears.
        $this->tell('2', '2026-03-03T07:51:00Z', ['work_item' => $ticket->ref(), 'result' => 'failed']);
        self::assertCount(1, $mails());
        $this->tell('3', '2026-03-03T07:55:00Z', ['doing' => 'rolledback', 'version' => '4.0']);
        $this->tell('4', '2026-03-03T07:56:00Z', ['doing' => 'rolledback', 'version' => '4.0']);
        self::assertStringContainsString('had to be taken out again', (string) ($mails()[1]['text'] ?? ''));
        self::assertCount(2, $mails());
        self::assertSame(['change.delivered', 'change.taken_out'], $story('incident', $incident->id));
        $this->tell('5', '2026-03-03T07:52:00Z', ['work_item' => $ticket->ref()]);
        self::assertSame(ChangeResult::BackedOut, Change::query()->where('external', '5')->sole()->result);
        self::assertCount(2, $mails(), 'What was out again when it was told was never in place for them.');
    }

    public function test_other_tokens_may_not(): void
    {
        $this->token(['signals:write']);
        $this->withToken('plain-probe')->postJson('/api/v1/deployments', self::event('1', 'deployed', '2026-03-03T07:10:00Z'))
            ->assertForbidden();
    }

    public function test_of_many_the_latest_are_shown(): void
    {
        $row = static fn(int $n): array => [
            'title' => "Deployed $n", 'kind' => 'standard', 'state' => 'done', 'from_at' => now()->subSeconds($n),
            'to_at' => now()->subSeconds($n), 'began_at' => now()->subSeconds($n),
            'ended_at' => now()->subSeconds($n), 'result' => 'ok', 'is_recorded' => true, 'source' => 's', 'external' => "e$n",
            'made_at' => now(),
        ];
        foreach (array_chunk(range(1, 600), 100) as $some) {
            DB::table('changes')->insert(array_map($row, $some));
        }
        $this->actingAs($this->person('ingrid-vale'))->get('/changes?show=deployed')->assertInertia(
            static fn($page) => $page->count('changes', 500)->where('changes.0.title', 'Deployed 1'),
        );
    }
}
