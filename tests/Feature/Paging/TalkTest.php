<?php

declare(strict_types=1);

namespace Tests\Feature\Paging;

use App\Incidents\Finding\Hypothesis;
use App\Incidents\Incident;
use App\Paging\Talk\Bridge;
use App\Paging\Talk\BridgeEvent;
use App\Paging\Talk\Conversation;
use App\Paging\Talk\Message;
use App\Platform\Journal\Entry;
use App\Platform\Journal\Telling;
use App\Platform\Outbox\OutboxMessage;
use App\Tickets\Steps\Task;
use Illuminate\Http\Client\Request;
use Illuminate\Support\Facades\Http;
use Illuminate\Testing\TestResponse;
use Inertia\Testing\AssertableInertia as Shown;
use Symfony\Component\HttpFoundation\Response;
use Tests\TestCase;

/** People talk about an incident in a conversation and on a phone bridge: what is said and who comes is read in its room. */
final class TalkTest extends TestCase
{
    private Incident $incident;

    protected function setUp(): void
    {
        parent::setUp();
        config(['skarvo.gateways.conversation' => 'https://chat.test/talk', 'skarvo.gateways.bridge' => 'https://exchange.test/bridges']);
        $this->incident = Incident::factory()
            ->create(['coordinator_id' => 'ingrid-vale', 'team_id' => 'lanes', 'service_id' => 'vehicle-lanes', 'title' => 'Lanes']);
        $this->withToken($this->token(['talk:write']));
    }

    /**
     * @param  array<string, mixed>  $body
     * @return TestResponse<Response>
     */
    private function as(string $who, string $path, array $body = []): TestResponse
    {
        return $this->actingAs($this->person($who))->post($path, $body, ['X-Request-Key' => uniqid('', true)]);
    }

    private function open(string $what): void
    {
        $this->as('ingrid-vale', "/incidents/{$this->incident->id}/talk/open", ['what' => $what])->assertSessionHasNoErrors();
    }

    /**
     * @param  array<string, mixed>  $more
     * @return TestResponse<Response>
     */
    private function hears(string $message, string $text, array $more = []): TestResponse
    {
        return $this->postJson('/api/v1/conversations', [
            'conversation' => strtolower($this->incident->ref()), 'message' => $message, 'author' => 'Noor Lind', 'person' => 'noor-lind',
            'text' => $text,
            ...$more,
        ]);
    }

    /** @return TestResponse<Response> */
    private function phones(string $id, string $event, string $at, string $person = 'noor-lind'): TestResponse
    {
        return $this->postJson(
            '/api/v1/bridges',
            ['bridge' => strtolower($this->incident->ref()), 'id' => $id, 'person' => $person, 'event' => $event, 'at' => $at]
        );
    }

    /** @return list<string> */
    private function kinds(string $like): array
    {
        return array_values(
            Entry::query()->about(Incident::KIND, $this->incident->id)->where('kind', 'like', $like)->orderBy('seq')->pluck('kind')
                ->map(strval(...))->all()
        );
    }

    /** @return list<array{string, string}> name and standing */
    private function onBridge(): array
    {
        return array_map(
            static fn(array $one): array => [$one['name'], $one['standing']], Bridge::query()->latest('id')->firstOrFail()->people()
        );
    }

    public function test_what_is_said_on_either_side_is_read_on_both(): void
    {
        Http::fake(['chat.test/*' => Http::response(['ok' => true])]);
        $this->as('noor-lind', "/incidents/{$this->incident->id}/talk/open", ['what' => 'conversation'])->assertForbidden();
        $this->as('ingrid-vale', "/incidents/{$this->incident->id}/talk/say", ['text' => 'x'])->assertSessionHasErrors('text');
        $this->open('conversation');
        $this->open('conversation');
        self::assertSame(['talk.opened'], $this->kinds('talk.opened'), 'The second one finds it open.');
        $this->as('ingrid-vale', "/incidents/{$this->incident->id}/talk/say", ['text' => 'Who is at Ask?'])->assertSessionHasNoErrors();
        $this->hears('c1', 'I am')->assertAccepted();
        $this->hears('c1', 'I am')->assertAccepted();
        $this->hears('c2', 'The gate is dark', ['person' => null, 'author' => 'Mate of the Skua'])->assertAccepted();
        self::assertSame(['talk.opened', 'talk.said', 'talk.said', 'talk.said'], $this->kinds('talk.%'));
        $lines = Entry::query()->where('kind', 'talk.said')->orderBy('seq')->get()
            ->map(static fn(Entry $one): array => [Telling::of($one)['by'], Telling::of($one)['rest']])->all();
        self::assertSame([['Ingrid Vale', 'Who is at Ask?'], ['Noor Lind', 'I am'], [null, 'Mate of the Skua: The gate is dark']], $lines);
        $this->deliver();
        Http::assertSent(
            static fn(Request $sent): bool => $sent['does'] === 'say' && $sent['text'] === 'Who is at Ask?'
            && $sent['author'] === 'Ingrid Vale'
        );
        Http::assertSentCount(2);
    }

    public function test_what_comes_late_stands_in_order_and_says_so(): void
    {
        $this->open('conversation');
        $this->hears('c2', 'Second', ['at' => '2026-03-03T07:59:50Z']);
        $this->hears('c1', 'First', ['at' => '2026-03-03T07:50:00Z']);
        $this->hears('c3', 'Of a clock that is ahead', ['at' => '2026-03-03T09:00:00Z']);
        self::assertEquals(
            now(), Message::query()->where('message', 'c3')->firstOrFail()->said_at, 'Nothing is said later than it is heard.'
        );
        $shown = $this->talk();
        self::assertSame(['First', 'Second', 'Of a clock that is ahead'], array_column($shown['messages'], 'text'));
        self::assertSame(['In the conversation', 'In the conversation at 08:50, came in later', 'In the conversation'], array_map(
            static fn(string $message): string => Telling::of(
                Entry::query()->findOrFail(Message::query()->where('message', $message)->firstOrFail()->seq)
            )['lead'],
            ['c2', 'c1', 'c3'],
        ));
    }

    /** @return array{messages: list<array{id: int, text: string, made: string|null}>, bridge: array{number: string|null}|null} */
    private function talk(): array
    {
        $talk = $this->actingAs($this->person('ingrid-vale'))->deferred("/incidents/{$this->incident->id}", 'Incidents/Room', 'talk');
        self::assertIsArray($talk);

        /** @var array{messages: list<array{id: int, text: string, made: string|null}>, bridge: array{number: string|null}|null} $talk */
        return $talk;
    }

    public function test_a_message_becomes_a_fact_a_decision_a_hypothesis_or_a_task_once(): void
    {
        $this->open('conversation');
        foreach (
            [
                'f' => 'The gate is dark', 'd' => 'We go to paper tickets', 'h' => str_repeat('The power is gone ', 30),
                't' => "Bring\nthe spare",
            ] as $id => $text
        ) {
            $this->hears($id, $text);
        }
        [$fact, $decision, $hypothesis, $task] = array_column($this->talk()['messages'], 'id');
        $this->as('ada-holm', "/messages/$hypothesis/make", ['into' => 'hypothesis'])->assertSessionHasErrors('action');
        $this->as('noor-lind', "/messages/$task/make", ['into' => 'task', 'team' => 'lanes'])->assertSessionHasErrors('action');
        $this->as('noor-lind', "/messages/$fact/make", ['into' => 'fact'])->assertSessionHasNoErrors();
        $this->as('ingrid-vale', "/messages/$fact/make", ['into' => 'decision'])
            ->assertSessionHasErrors(['action' => 'Noor Lind made it a fact already.']);
        $this->as('ingrid-vale', "/messages/$decision/make", ['into' => 'decision'])->assertSessionHasNoErrors();
        $this->as('noor-lind', "/messages/$hypothesis/make", ['into' => 'hypothesis'])->assertSessionHasNoErrors();
        $this->as('ingrid-vale', "/messages/$task/make", ['into' => 'task', 'person' => 'noor-lind'])->assertSessionHasNoErrors();
        $texts = Entry::query()->whereIn('kind', ['incident.note', 'incident.decision'])->orderBy('seq')->get()
            ->map(static fn(Entry $one): mixed => $one->told()['text'])->all();
        self::assertSame(['The gate is dark', 'We go to paper tickets (Noor Lind)'], $texts);
        self::assertSame(300, mb_strlen(Hypothesis::query()->sole()->text));
        self::assertSame(
            ['Bring the spare', 'noor-lind', 'lanes'],
            [Task::query()->sole()->text, Task::query()->sole()->for_id, Task::query()->sole()->team_id]
        );
        self::assertSame(
            ['a fact, Noor Lind', 'a decision, Ingrid Vale', 'a hypothesis, Noor Lind', 'a task, Ingrid Vale'],
            array_column($this->talk()['messages'], 'made')
        );
    }

    public function test_a_bridge_has_a_number_and_shows_who_is_rung_joined_and_left(): void
    {
        Http::fake(['exchange.test/*' => Http::response(['number' => '+47 55 50 10 20'])]);
        $this->as('ingrid-vale', "/incidents/{$this->incident->id}/bridge/ring", ['people' => ['noor-lind']])
            ->assertSessionHasErrors('action');
        $this->open('bridge');
        $this->deliver();
        self::assertSame('+47 55 50 10 20', $this->talk()['bridge']['number'] ?? null);
        $this->as('ingrid-vale', "/incidents/{$this->incident->id}/bridge/ring", ['people' => ['noor-lind', 'ada-holm']])
            ->assertSessionHasNoErrors();
        $this->as('mika-sund', "/incidents/{$this->incident->id}/bridge/ring", ['people' => ['noor-lind']])
            ->assertSessionHasErrors('people');
        self::assertSame([['Ada Holm', 'ringing'], ['Noor Lind', 'ringing']], $this->onBridge());
        $this->later(10);
        $this->phones('e0', 'unanswered', '2026-03-03T08:00:07Z', 'ada-holm')->assertAccepted();
        $this->phones('e1', 'joined', '2026-03-03T08:00:08Z')->assertAccepted();
        $this->phones('e1', 'joined', '2026-03-03T08:00:08Z')->assertAccepted();
        $this->later(60);
        self::assertSame([['Noor Lind', 'in'], ['Ada Holm', 'unanswered']], $this->onBridge());
        // Left is told before that they came back, and comes late.
        $this->phones('e3', 'joined', '2026-03-03T08:01:00Z');
        $this->phones('e2', 'left', '2026-03-03T08:00:40Z');
        self::assertSame('in', $this->onBridge()[0][1]);
        $this->later(60);
        // Of a clock that is ahead: it is noted as of now.
        $this->phones('e4', 'left', '2026-03-03T09:02:00Z');
        self::assertEquals(now(), BridgeEvent::query()->where('event', 'e4')->firstOrFail()->at);
        self::assertSame([['Ada Holm', 'unanswered'], ['Noor Lind', 'left']], $this->onBridge());
        self::assertSame(['bridge.opened', 'bridge.rang', 'bridge.unanswered', 'bridge.joined', 'bridge.left'], $this->kinds('bridge.%'));
        $this->as('ingrid-vale', "/incidents/{$this->incident->id}/bridge/close")->assertSessionHasNoErrors();
        self::assertNull($this->talk()['bridge']);
        $this->open('bridge');
        self::assertSame(2, Bridge::query()->distinct()->count('name'), 'What is told of the first is not of the second.');
    }

    public function test_whoever_works_on_it_has_their_own_phone_rung_and_no_other(): void
    {
        $this->open('bridge');
        $this->as('noor-lind', "/incidents/{$this->incident->id}/bridge/ring", ['people' => ['ada-holm']])
            ->assertSessionHasErrors('action');
        $this->as('noor-lind', "/incidents/{$this->incident->id}/bridge/ring", ['people' => ['noor-lind']])->assertSessionHasNoErrors();
        $this->incident->update(['team_id' => 'booking']);
        $this->as('noor-lind', "/incidents/{$this->incident->id}/bridge/ring", ['people' => ['noor-lind']])
            ->assertSessionHasErrors('action');
        self::assertSame(1, BridgeEvent::query()->count());
        $this->as('ingrid-vale', "/incidents/{$this->incident->id}/bridge/ring", ['people' => ['nobody']])
            ->assertSessionHasErrors('people');
    }

    public function test_an_exchange_or_a_chat_that_does_not_answer_is_said_in_the_room(): void
    {
        Http::fake(['*' => Http::response(['error' => 'no'], 500)]);
        $this->open('bridge');
        $this->open('conversation');
        $this->as('ingrid-vale', "/incidents/{$this->incident->id}/bridge/ring", ['people' => ['noor-lind']]);
        for ($i = 0; $i < 12; $i++) {
            $this->deliver();
            $this->later(600);
        }
        self::assertSame(0, OutboxMessage::query()->whereNull('sent_at')->whereNull('failed_at')->count());
        self::assertSame(['answered 500', 'answered 500'], [Bridge::query()->sole()->trouble, Conversation::query()->sole()->trouble]);
        self::assertSame([['Noor Lind', 'unanswered']], $this->onBridge());
        self::assertContains('bridge.failed', $this->kinds('bridge.%'));
        self::assertContains('talk.failed', $this->kinds('talk.%'));
    }

    public function test_raising_opens_both_once_and_the_end_closes_them(): void
    {
        $raise = [
            'version' => $this->incident->version, 'title' => 'Lanes', 'service' => 'vehicle-lanes', 'impact' => 'wide', 'urgency' => 'now',
            'confirmed' => '',
            'update' => '', 'call' => false,
        ];
        $this->actingAs($this->person('ingrid-vale'))->get("/incidents/{$this->incident->id}/major")
            ->assertJsonPath(
                'opensTalk', ['a conversation, '.strtolower($this->incident->ref()), 'a phone bridge, '.strtolower($this->incident->ref())]
            );
        $this->as('ingrid-vale', "/incidents/{$this->incident->id}/major", $raise)->assertSessionHasNoErrors();
        self::assertSame([1, 1], [Conversation::query()->open()->count(), Bridge::query()->open()->count()]);
        $this->get("/incidents/{$this->incident->id}/not-major")->assertJsonPath('talkStays', ['the conversation', 'the phone bridge']);
        $this->get("/incidents/{$this->incident->id}/resolve")->assertJsonPath('closesTalk', true);
        $this->as(
            'ingrid-vale', "/incidents/{$this->incident->id}/resolve", ['resolution' => 'x', 'update' => 'y', 'unconfirmed' => 'Seen']
        )->assertSessionHasNoErrors();
        self::assertSame([0, 0], [Conversation::query()->open()->count(), Bridge::query()->open()->count()]);
        // What is said after the end is kept too, and nobody says more from the room.
        $this->hears('after', 'Good work')->assertAccepted();
        $this->as('ingrid-vale', "/incidents/{$this->incident->id}/talk/say", ['text' => 'x'])->assertSessionHasErrors('text');
        $this->as('ingrid-vale', "/incidents/{$this->incident->id}/talk/open", ['what' => 'bridge'])->assertSessionHasErrors('action');
        self::assertSame('Good work', $this->talk()['messages'][0]['text']);
    }

    public function test_without_a_gateway_nothing_is_offered_or_promised(): void
    {
        config(['skarvo.gateways.conversation' => null, 'skarvo.gateways.bridge' => null]);
        $this->as('ingrid-vale', "/incidents/{$this->incident->id}/talk/open", ['what' => 'bridge'])->assertSessionHasErrors('action');
        $this->get("/incidents/{$this->incident->id}/major")->assertJsonPath('opensTalk', []);
        self::assertSame(0, Bridge::query()->count());
    }

    public function test_two_that_are_one_talk_on_in_one_place(): void
    {
        $this->open('conversation');
        $this->hears('m1', 'Of the first');
        $into = Incident::factory()->create(['title' => 'Clock', 'service_id' => 'vehicle-lanes']);
        $this->as('ingrid-vale', "/incidents/$into->id/talk/open", ['what' => 'conversation']);
        $this->as('ingrid-vale', "/incidents/{$this->incident->id}/merge", ['into' => $into->id, 'why' => 'One clock'])
            ->assertSessionHasNoErrors();
        self::assertSame([strtolower($into->ref())], Conversation::query()->open()->pluck('name')->all());
        // Who has not seen it writes on in the old one: it is read in the new room.
        $this->hears('m2', 'Still there?')->assertAccepted();
        self::assertSame(2, Message::query()->where('incident_id', $into->id)->count());
        self::assertStringContainsString(
            'goes on in', (string) json_encode(OutboxMessage::query()->where('kind', 'talk')->latest('id')->firstOrFail()->payload),
        );
    }

    public function test_a_page_on_a_phone_names_the_number(): void
    {
        Http::fake(['*' => Http::response(['number' => '+47 55 50 10 20', 'ok' => true])]);
        $this->open('bridge');
        $this->as('ingrid-vale', "/incidents/{$this->incident->id}/calls", ['whom' => ['person:noor-lind'], 'why' => 'Gate'])
            ->assertSessionHasNoErrors();
        $this->deliver();
        $this->clock();
        $this->deliver();
        $page = \App\Paging\Page::query()->latest('id')->firstOrFail();
        $this->get($page->link())->assertInertia(static fn(Shown $shown) => $shown->where('bridge', '+47 55 50 10 20'));
    }

    public function test_what_is_no_talk_is_refused(): void
    {
        $this->open('conversation');
        $this->hears('x', 'x', ['conversation' => 'in-9999'])->assertUnprocessable();
        $this->hears('x', '')->assertUnprocessable();
        $this->hears('x', 'x', ['at' => 'noon-ish'])->assertUnprocessable();
        $this->phones('x', 'joined', 'x')->assertUnprocessable();
        $this->withToken($this->token(['signals:write'], null, 'other'))->hears('x', 'x')->assertForbidden();
        self::assertSame(0, Message::query()->count());
    }
}
