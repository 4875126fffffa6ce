<?php

declare(strict_types=1);

namespace Tests\Walks;

use App\Changes\Approval\Approving;
use App\Changes\Approval\ChangeAsk;
use App\Changes\Change;
use App\Changes\Templates\ChangeTemplate;
use App\Incidents\Finding\Hypothesis;
use App\Incidents\Finding\Option;
use App\Incidents\Incident;
use App\Incidents\Report;
use App\Paging\Call;
use App\Paging\Page;
use App\Paging\Talk\Bridge;
use App\Paging\Talk\Conversation;
use App\Paging\Talk\HoldConversation;
use App\Paging\Talk\Message;
use App\Platform\Person;
use App\Rota\Rota;
use App\Signals\Alert;
use App\Signals\Live\RuleSets;
use App\Tickets\FoundSurge;
use App\Tickets\Lesson;
use App\Tickets\Steps\Checklist;
use App\Tickets\Steps\Task;
use App\Tickets\Steps\TaskTickets;
use App\Tickets\Ticket;
use App\Tickets\Together\SharedAnswer;
use App\Updates\Cards\Card;
use App\Updates\Following\Audience;
use App\Updates\Following\Subscription;
use App\Updates\Planned\PlannedWork;
use App\Updates\Reading\Readers;
use App\Updates\Update;
use Carbon\CarbonImmutable;
use Illuminate\Support\Facades\DB;
use Skarvo\Changes\ChangeKind;
use Skarvo\Changes\ChangeState;
use Skarvo\Incidents\Finding\HypothesisState;
use Skarvo\Incidents\Finding\OptionKind;
use Skarvo\Tickets\TaskState;

/** What is behind the addresses of a walk: ids of what there is, and bodies that would be taken. */
final class World
{
    private const RULES_OF_CHANGES = '{"kinds":{"standard":{},"normal":{"minor":[{"name":"peers","of":["@peers"],"needs":"one"}],"major":[{"name":"peers","of":["@peers"],"needs":"one"}]},"emergency":{"stages":[{"name":"coordinators","of":["@coordinators"],"needs":"one"}]}}}';

    /** @return array<string, mixed> */
    private static function planOfChange(): array
    {
        return [
            'title' => 'New antenna', 'kind' => 'normal', 'from' => '2026-03-05T22:00:00Z', 'to' => '2026-03-05T23:00:00Z',
            'down' => ['clk-2'], 'touched' => [], 'reason' => 'x',
            'back_out' => 'x', 'implementer' => null, 'team' => 'lanes',
            'steps' => [['text' => 'Take it off', 'minutes' => 5, 'check' => null, 'back' => null, 'no_return' => false]],
        ];
    }

    /** @return array<string, string|int> a value for each part of an address, by its name */
    public static function parts(): array
    {
        return [
            'incident' => Incident::query()->whereNull('resolved_at')->latest('id')->firstOrFail()->id,
            'alert' => Alert::query()->latest('id')->firstOrFail()->id,
            'report' => (int) Report::query()->latest('id')->value('id'),
            'ticket' => (int) Ticket::query()->whereNotNull('report_id')->latest('id')->value('id'),
            'surge' => (int) FoundSurge::query()->latest('id')->value('id'),
            'lesson' => self::lesson(), 'checklist' => self::checklist(), 'task' => self::task(), 'busy' => self::busy(),
            'card' => self::card(), 'answer' => self::answer(), 'hypothesis' => self::hypothesis(), 'option' => self::option(),
            'change' => self::change(), 'ask' => self::ask()->key(), 'template' => self::template(), 'planned' => self::planned(),
            'update' => self::update(), 'audience' => self::audience(), 'message' => self::message(),
            'subscription' => self::subscription()->id, 'key' => self::subscription()->key(),
            'call' => (int) Call::query()->latest('id')->value('id'),
            'item' => 'clk-2', 'team' => 'lanes', 'person' => 'per-strand', 'rota' => 'lanes', 'source' => 'walk',
            'format' => 'csv', 'token' => (string) Page::query()->latest('id')->value('token'),
            'policy' => 1, 'at' => 1_772_524_800, 'import' => 1, 'snapshot' => 1, 'proposal' => 1, 'rule' => 1, 'kept' => 1,
            'quiet' => (int) DB::table('quiet_times')->value('id'), 'heartbeat' => 1, 'absence' => 1, 'swap' => 1, 'feed' => 1,
        ];
    }

    private static function incident(): int
    {
        return Incident::query()->whereNull('resolved_at')->latest('id')->firstOrFail()->id;
    }

    private static function hypothesis(): int
    {
        return Hypothesis::query()->where('state', HypothesisState::Open)->latest('id')->first()->id ?? Hypothesis::query()->create([
            'incident_id' => self::incident(), 'text' => 'Power', 'state' => HypothesisState::Open, 'made_by_id' => 'per-strand',
            'made_at' => now(),
        ])->id;
    }

    private static function card(): int
    {
        return Card::query()->whereNull('withdrawn_at')->first()->id ?? Card::query()->create([
            'incident_id' => self::incident(), 'token' => str_repeat('c', Card::TOKEN_LENGTH), 'for' => 'The harbour master',
            'made_by_id' => 'per-strand',
            'made_at' => now(), 'expires_at' => now()->addDay(),
        ])->id;
    }

    private static function update(): int
    {
        $update = Update::query()->first() ?? Update::publish([
            'incident_id' => self::incident(), 'number' => 1, 'stage' => 'looking', 'text' => 'We look into it.', 'services' => [],
            'author_id' => 'per-strand',
        ]);
        Readers::mustRead($update, Person::query()->findOrFail('noor-lind'), 'Leads');

        return $update->id;
    }

    private static function change(): int
    {
        $change = Change::query()->where('state', ChangeState::Draft)->first() ?? Change::query()->create([
            'title' => 'New antenna', 'kind' => ChangeKind::Normal, 'state' => ChangeState::Draft, 'from_at' => now()->addDay(),
            'to_at' => now()->addDay()->addHour(),
            'author_id' => 'per-strand', 'team_id' => 'lanes', 'made_at' => now(),
        ]);
        DB::table('change_items')->insertOrIgnore(['change_id' => $change->id, 'item' => 'clk-2', 'goes_down' => false]);
        $change->steps()->firstOrCreate(['ordinal' => 1, 'text' => 'Take it off']);

        return $change->id;
    }

    /** The others of the lanes team are asked for it. */
    private static function ask(): ChangeAsk
    {
        $ask = ChangeAsk::query()->first();
        if ($ask === null) {
            $change = Change::query()->create([
                'title' => 'New mast', 'kind' => ChangeKind::Normal, 'state' => ChangeState::Draft, 'from_at' => now()->addDays(2),
                'to_at' => now()->addDays(2)->addHour(),
                'author_id' => 'per-strand', 'team_id' => 'lanes', 'made_at' => now(),
            ]);
            DB::table('change_items')->insertOrIgnore(['change_id' => $change->id, 'item' => 'clk-2', 'goes_down' => false]);
            DB::transaction(static fn() => Approving::ask($change, Person::query()->findOrFail('per-strand'), null));
        }

        return $ask ?? ChangeAsk::query()->firstOrFail();
    }

    private static function template(): int
    {
        return ChangeTemplate::query()->whereNull('withdrawn_at')->first()->id ?? ChangeTemplate::query()->create([
            'title' => 'Antennas', 'down' => [], 'touched' => ['clk-2'], 'minutes' => 60, 'back_out' => 'Put it back', 'steps' => [],
            'team_id' => 'lanes',
            'change_id' => self::change(), 'author_id' => 'noor-lind', 'made_at' => now(),
        ])->id;
    }

    private static function planned(): int
    {
        return PlannedWork::query()->first()->id ?? PlannedWork::query()->create([
            'quiet_id' => (int) DB::table('quiet_times')->value('id'), 'services' => [['name' => 'Vehicle lanes', 'state' => 'down']],
            'places' => [],
            'from_at' => now()->addHours(4), 'to_at' => now()->addHours(5), 'author_id' => 'per-strand', 'announced_at' => now(),
            'stage' => 'announced',
        ])->id;
    }

    private static function audience(): int
    {
        return Audience::query()->whereNull('ended_at')->first()->id ?? Audience::query()->create([
            'name' => 'Leads', 'people' => ['noor-lind'], 'teams' => [], 'services' => [], 'places' => [], 'reads' => 'staff',
            'version' => 1,
        ])->id;
    }

    private static function subscription(): Subscription
    {
        return Subscription::query()->whereNull('ended_at')->first() ?? Subscription::factory()->createOne();
    }

    private static function answer(): int
    {
        return SharedAnswer::query()->whereNull('stopped_at')->first()->id ?? SharedAnswer::query()->create([
            'incident_id' => self::incident(), 'text' => 'Buy on board.', 'person_id' => 'per-strand', 'at' => now(),
        ])->id;
    }

    private static function option(): int
    {
        return Option::query()->whereNull('dropped_at')->whereNull('chosen_at')->latest('id')->first()->id ?? Option::query()->create([
            'incident_id' => self::incident(), 'kind' => OptionKind::Wait, 'text' => 'The next boat', 'items' => [],
            'made_by_id' => 'per-strand',
            'made_at' => now(),
        ])->id;
    }

    /** With an open conversation, and a bridge, to which it belongs. */
    private static function message(): int
    {
        $incident = Incident::query()->findOrFail(self::incident());
        $talk = Conversation::of($incident)
            ?? Conversation::query()->create(['incident_id' => $incident->id, 'name' => 'walk', 'opened_at' => now()]);
        Bridge::of($incident) ?? Bridge::query()->create(['incident_id' => $incident->id, 'name' => 'walk', 'opened_at' => now()]);

        return Message::query()->whereNull('made_into')->first()->id ?? DB::transaction(static fn(): int => app(
            HoldConversation::class
        )->hear(
            $talk, bin2hex(random_bytes(8)), Person::query()->findOrFail('per-strand'), 'Per Strand', 'The gate is dark',
            CarbonImmutable::now(),
        )->id);
    }

    private static function checklist(): int
    {
        return (int) (Checklist::query()->value('id') ?? Checklist::query()->create([
            'name' => 'Barrier', 'steps' => [['text' => 'Look', 'team' => null, 'must' => false]], 'version' => 1,
        ])->id);
    }

    private static function task(): int
    {
        $task = Task::query()->first();
        if ($task === null) {
            $task = Task::query()->create([
                'ticket_id' => Ticket::query()->whereNotNull('report_id')->latest('id')->value('id'), 'ordinal' => 1, 'text' => 'Look',
                'team_id' => 'lanes',
                'state' => TaskState::Open, 'made_at' => now(),
            ]);
            TaskTickets::open($task);
        }

        return $task->id;
    }

    private static function busy(): int
    {
        return (int) (DB::table('busy_periods')->value('id') ?? DB::table('busy_periods')->insertGetId([
            'name' => 'Eve', 'from_at' => now(), 'until_at' => now()->addDay(),
        ]));
    }

    private static function lesson(): int
    {
        return (int) (Lesson::query()->latest('id')->value('id') ?? Lesson::query()->create([
            'ticket_id' => Ticket::query()->whereNotNull('report_id')->latest('id')->value('id'), 'field' => 'kind', 'value' => 'report',
            'person_id' => 'per-strand', 'at' => now(),
        ])->id);
    }

    /** @return array<string, array<string, mixed>> bodies by method and address: what the wrong values stand among */
    public static function bodies(): array
    {
        $incident = Incident::query()->whereNull('resolved_at')->latest('id')->firstOrFail();
        $alert = Alert::query()->latest('id')->firstOrFail()->id;
        $ticket = (int) Ticket::query()->whereNotNull('report_id')->latest('id')->value('id');
        $turn = ['from' => '2026-03-05T08:00:00Z', 'to' => '2026-03-05T16:00:00Z'];
        $policy = [
            'rounds' => 2, 'steps' => [['targets' => ['rota:lanes'], 'wait_seconds' => 300]], 'name' => 'Nights',
            'service_id' => null, 'urgencies' => [], 'hours' => null, 'patience_seconds' => 600, 'answer_seconds' => 60,
            'id' => null, 'version' => null,
        ];
        $rota = Rota::query()->findOrFail('lanes');

        return [
            'POST report' => [
                'service' => 'vehicle-lanes', 'what' => 'Shut', 'site' => 'Ask', 'name' => 'Bo', 'email' => 'bo@example.com',
                'same' => $incident->id,
            ],
            'POST report/hear' => ['email' => 'bo@example.com', 'incident' => $incident->id],
            'POST report/lost' => ['email' => 'bo@example.com'],
            'POST report/{token}/judge' => ['helped' => true, 'better' => 'x'],
            'POST follow' => [
                'channel' => 'mail', 'address' => 'bo@example.com', 'services' => ['Booking'], 'places' => ['Havre'],
                'quiet_from' => '22:00', 'quiet_until' => '07:00',
            ],
            'POST follow/{key}' => [
                'version' => 1, 'services' => ['Booking'], 'places' => ['Havre'], 'main' => true, 'digest_at' => '08:00',
            ],
            'POST settings/followers' => ['channel' => 'chat', 'address' => '#walk', 'services' => ['Booking']],
            'POST settings/followers/{subscription}' => ['do' => 'leave'],
            'POST incidents/{incident}/follow' => ['follow' => true],
            'POST follows/item' => ['item' => 'clk-2', 'follow' => true],
            'POST follows/record' => ['kind' => 'change', 'id' => 1, 'follow' => true],
            'POST incidents/{incident}/audience' => ['follower' => self::subscription()->id, 'told' => false],
            'POST settings/outside-words' => ['version' => 0, 'words' => [['word' => 'failover', 'instead' => 'switch to the spare']]],
            'POST settings/audiences' => [
                'name' => 'Leads', 'people' => ['noor-lind'], 'teams' => [], 'services' => [], 'places' => [], 'reads' => 'staff',
                'mustKnow' => true,
            ],
            'POST settings/audiences/{audience}' => [
                'name' => 'Leads', 'people' => ['noor-lind'], 'teams' => [], 'services' => [], 'places' => [], 'reads' => 'staff',
                'mustKnow' => true, 'version' => 1,
            ],
            'POST quiet/{quiet}/announce' => ['before' => 'Bring cash'],
            'POST updates/{update}/read' => ['confirmed' => true], 'POST updates/{update}/remind' => ['person' => 'noor-lind'],
            'POST changes' => self::planOfChange(), 'POST changes/{change}' => [...self::planOfChange(), 'version' => 1],
            'POST changes/look' => ['kind' => 'normal', 'down' => ['clk-2'], 'touched' => []],
            'POST changes/{change}/go' => ['step' => 'cancel', 'why' => 'x', 'version' => 1],
            'POST changes/{change}/answer' => ['yes' => true, 'round' => 1], 'POST approve/{ask}' => ['yes' => true, 'round' => 1],
            'POST changes/{change}/template' => ['title' => 'Antennas', 'any' => false],
            'POST changes/templates/{template}/withdraw' => ['why' => 'x'],
            'POST changes/{change}/tick' => ['step' => 1, 'done' => true],
            'POST incidents/{incident}/suspects/{change}' => ['state' => 'confirmed', 'why' => 'Its log says so'],
            'POST settings/changes' => ['rules' => self::RULES_OF_CHANGES, 'note' => 'x', 'version' => 0],
            'POST settings/changes/try' => ['rules' => self::RULES_OF_CHANGES],
            'POST settings/changes/calendar' => [
                'rules' => self::RULES_OF_CHANGES, 'calendar' => "BEGIN:VCALENDAR\r\nVERSION:2.0\r\nEND:VCALENDAR\r\n",
            ],
            'POST api/v1/deployments' => ['id' => '1', 'source' => 'walk', 'service' => 'clk-2', 'at' => '2026-03-03T07:00:00Z'],
            'POST settings/glossary' => ['version' => 0, 'rows' => [['phrase' => 'Vehicle lanes', 'in' => ['no' => 'Kjørefelt']]]],
            'POST settings/questions' => [
                'service' => 'vehicle-lanes', 'version' => 0, 'questions' => [['ask' => 'Which lane?', 'example' => 'Lane 3']],
            ],
            'POST sign-in' => ['email' => 'per-strand@eiderholm.example', 'password' => 'wrong'],
            'POST p/{token}' => ['answer' => 'hand', 'to' => 'Ada', 'minutes' => 5, 'why' => 'x', 'also' => []],
            'POST alerts/filters' => ['name' => 'Mine', 'query' => 'q=x'],
            'POST alerts/filters/drop' => ['name' => 'Mine'],
            'POST rules/dry-run' => ['settings' => json_encode(RuleSets::stored(1)), 'over' => 'day'],
            'POST rules' => ['settings' => json_encode(RuleSets::stored(1)), 'version' => 1, 'note' => 'x'],
            'POST rules/restore' => ['version' => 1, 'to' => 1],
            'POST rules/unowned' => ['team' => 'lanes'],
            'POST alerts/{alert}/fewer' => ['version' => 1, 'rule' => '{"match":{"check":"x"},"set":{"hold":"PT1M"}}'],
            'POST alerts/{alert}/match' => ['item' => 'clk-2'],
            'POST alerts/take' => ['alerts' => [$alert]], 'POST alerts/back' => ['alerts' => [$alert]],
            'POST alerts/split' => ['alerts' => [$alert]], 'POST alerts/together' => ['alerts' => [$alert]],
            'POST alerts/wait' => ['alerts' => [$alert], 'minutes' => 10], 'POST alerts/close' => ['alerts' => [$alert], 'reason' => 'x'],
            'POST incidents' => [
                'alerts' => [$alert], 'reports' => [], 'items' => [], 'title' => 'x', 'service' => 'vehicle-lanes',
                'impact' => 'part', 'urgency' => 'now', 'team' => 'lanes', 'call' => false, 'from_group' => false,
            ],
            'POST incidents-proposal' => [
                'alerts' => [$alert], 'reports' => [], 'items' => ['clk-2'], 'service' => 'vehicle-lanes', 'impact' => 'part',
                'urgency' => 'now',
            ],
            'POST incidents/{incident}/alerts' => ['alerts' => [$alert]],
            'POST incidents/{incident}/alerts/detach' => ['alerts' => [$alert], 'why' => 'x'],
            'POST incidents/{incident}/items' => ['item' => 'clk-2', 'state' => 'down', 'why' => 'x'],
            'POST incidents/{incident}/items/unsay' => ['item' => 'clk-2'],
            'POST incidents/{incident}/reopen' => ['why' => 'x', 'version' => $incident->version],
            'POST incidents/{incident}/tell' => ['person' => 'ada-holm', 'text' => 'x'],
            'POST incidents/{incident}/coordinate' => ['from' => null],
            'POST incidents/{incident}/change' => [
                'version' => $incident->version, 'title' => 'x', 'service' => 'vehicle-lanes', 'impact' => 'part',
                'urgency' => 'now', 'team' => 'lanes', 'why' => 'x', 'started_at' => '2026-03-03T07:00:00Z',
            ],
            'POST incidents/{incident}/major' => [
                'version' => $incident->version, 'title' => 'x', 'service' => 'vehicle-lanes', 'impact' => 'part', 'urgency' => 'now',
                'confirmed' => 'x', 'update' => 'x', 'call' => false,
            ],
            'POST incidents/{incident}/not-major' => ['version' => $incident->version, 'why' => 'x'],
            'POST incidents/{incident}/roles' => ['role' => 'lead', 'person' => 'noor-lind', 'was' => null],
            'POST incidents/{incident}/handover' => ['person' => 'per-strand', 'brief' => 'x'],
            'POST incidents/{incident}/handover/answer' => ['accept' => false, 'why' => 'x'],
            'POST settings/major' => [
                'version' => 0, 'conditions' => [['tier' => 1, 'places' => 2, 'reports' => 3, 'minutes' => 4]], 'update_minutes' => 15,
                'team' => 'lanes', 'roles' => [['name' => 'Scribe']], 'confirm_all' => false, 'proving_minutes' => 20, 'link_alone' => true,
                'watch_minutes' => 240, 'conversation' => true, 'bridge' => true,
            ],
            'POST incidents/{incident}/hypotheses' => ['text' => 'x', 'check' => 'x', 'item' => 'clk-2'],
            'POST hypotheses/{hypothesis}/settle' => ['state' => 'ruled-out', 'why' => 'x', 'version' => 1],
            'POST incidents/{incident}/estimate' => ['at' => '2026-06-03T08:00:00Z', 'why' => 'x', 'seen' => 0],
            'POST incidents/{incident}/options' => ['kind' => 'wait', 'text' => 'x', 'minutes' => 5, 'risk' => 'x', 'items' => ['clk-2']],
            'POST options/{option}/choose' => ['why' => 'x', 'team' => 'lanes'],
            'POST incidents/{incident}/under' => ['incidents' => [$incident->id]], 'POST incidents/{incident}/out' => ['why' => 'x'],
            'POST incidents/{incident}/cards' => ['for' => 'x', 'hours' => 4],
            'POST incidents/{incident}/answers' => ['text' => 'x', 'anyway' => true],
            'POST incidents/{incident}/merge' => ['into' => $incident->id, 'why' => 'x'],
            'POST incidents/{incident}/split' => ['title' => 'x', 'why' => 'x', 'alerts' => [$alert], 'reports' => []],
            'POST incidents/{incident}/stage' => ['version' => $incident->version, 'stage' => 'fixing'],
            'POST incidents/{incident}/resolve' => [
                'resolution' => 'x', 'update' => 'x', 'tried' => true, 'word' => 'x', 'check' => 'x', 'unconfirmed' => 'x',
            ],
            'POST incidents/{incident}/notes' => ['text' => 'x', 'kind' => 'note'],
            'POST incidents/{incident}/answer' => ['page' => (int) Page::query()->value('id'), 'answer' => 'yes'],
            'POST incidents/{incident}/calls' => ['whom' => ['person:noor-lind'], 'why' => 'x'],
            'POST calls/{call}/stop' => ['why' => 'x'],
            'POST incidents/{incident}/updates/check' => ['stage' => 'looking', 'text' => 'We look into it.', 'next_minutes' => 30],
            'POST incidents/{incident}/updates' => [
                'number' => 1, 'stage' => 'fixing', 'text' => 'x', 'meanwhile' => 'x', 'next_minutes' => 30,
            ],
            'POST reports/{report}/link' => ['incident' => $incident->id], 'POST reports/{report}/unlink' => ['why' => 'x'],
            'POST report/{token}/say' => ['text' => 'x', 'still' => false, 'urgent' => true, 'send_key' => 'k'],
            'POST settings/notes' => [
                'version' => 0, 'rules' => [['link' => 'about', 'way' => 'up', 'internal' => true, 'public' => true, 'earlier' => true]],
            ],
            'POST settings/targets' => [
                'version' => 0, 'days' => ['mon'], 'from' => '06:00', 'to' => '22:00',
                'agreements' => [['kinds' => ['incident'], 'service' => null, 'targets' => array_map(static fn(int $priority): array => [
                    'name' => 'restore', 'priority' => $priority, 'minutes' => 10, 'desk' => true, 'pauses' => false,
                ], [1, 2, 3, 4])]],
            ],
            'POST lessons/linking' => ['on' => false, 'version' => 0], 'POST report/{token}/other' => [],
            'POST tickets/{ticket}/translation' => ['post' => 0, 'to' => 'en', 'text' => 'x'],
            'POST tickets/lists' => ['name' => 'Mine', 'query' => 'service=booking'], 'POST tickets/lists/drop' => ['name' => 'Mine'],
            'POST tickets/{ticket}/offer' => ['accept' => true],
            'POST tickets/{ticket}/try' => ['what' => 'Restart', 'outcome' => 'refused', 'why' => 'x', 'reporter' => true],
            'POST incidents/{incident}/tasks' => ['text' => 'Look at the reader', 'team' => 'lanes', 'must' => true],
            'POST tickets/{ticket}/tasks' => ['text' => 'Look at the reader', 'team' => 'lanes', 'must' => true],
            'POST tickets/{ticket}/checklist' => ['checklist' => self::checklist()],
            'POST incidents/{incident}/talk/open' => ['what' => 'conversation'], 'POST incidents/{incident}/talk/say' => ['text' => 'x'],
            'POST messages/{message}/make' => ['into' => 'task', 'team' => 'lanes', 'person' => 'per-strand'],
            'POST incidents/{incident}/bridge/ring' => ['people' => ['per-strand']],
            'POST api/v1/conversations' => [
                'conversation' => 'walk', 'message' => 'walk-1', 'author' => 'Ada', 'person' => 'ada-holm', 'text' => 'x',
                'at' => '2026-03-03T08:00:00Z',
            ],
            'POST api/v1/bridges' => [
                'bridge' => 'walk', 'id' => 'walk-1', 'person' => 'ada-holm', 'event' => 'joined', 'at' => '2026-03-03T08:00:00Z',
            ],
            'POST tasks/{task}/say' => ['text' => 'x'], 'POST tasks/{task}/pass' => ['person' => 'per-strand', 'was' => null, 'why' => 'x'],
            'POST tasks/{task}/block' => ['blocked' => true, 'why' => 'x'],
            'POST tasks/{task}/settle' => ['state' => 'skipped', 'why' => 'x'],
            'POST checklists' => [
                'id' => self::checklist(), 'version' => 1, 'name' => 'Barrier', 'service' => 'vehicle-lanes',
                'steps' => [['text' => 'Look', 'team' => 'lanes', 'must' => true]],
            ],
            'POST busy' => ['name' => 'Eve', 'service' => 'booking', 'from' => '2026-03-05T08:00:00Z', 'until' => '2026-03-05T16:00:00Z'],
            'POST tickets/answer' => ['tickets' => [$ticket], 'text' => 'x', 'waits' => true],
            'POST tickets/take' => ['tickets' => [$ticket]], 'POST tickets/close' => ['tickets' => [$ticket], 'text' => 'x'],
            'POST tickets/hand-over' => ['tickets' => [$ticket], 'person' => 'noor-lind', 'team' => 'lanes', 'why' => 'x'],
            'POST tickets/link' => ['tickets' => [$ticket], 'incident' => $incident->id],
            'POST tickets/phone' => [
                'text' => 'The barrier is shut', 'name' => 'Bo', 'email' => 'bo@mail.example', 'service' => 'vehicle-lanes',
                'place' => 'Ask',
                'incident' => $incident->id, 'answer' => 'x', 'solved' => false, 'send_key' => 'k',
            ],
            'POST tickets/phone/look' => ['text' => 'The barrier is shut', 'who' => 'Bo', 'service' => 'vehicle-lanes', 'place' => 'Ask'],
            'POST tickets/{ticket}/answer' => ['text' => 'x', 'internal' => false, 'waits' => true],
            'POST tickets/{ticket}/correct' => [
                'version' => 1, 'kind' => 'report', 'service' => 'vehicle-lanes', 'item' => 'clk-2', 'place' => 'Ask', 'impact' => 'wide',
                'urgency' => 'now',
            ],
            'POST tickets/{ticket}/forget' => ['why' => 'x'],
            'POST surges/{surge}/link' => ['tickets' => [$ticket], 'incident' => $incident->id],
            'POST surges/{surge}/dismiss' => ['why' => 'x'],
            'POST status/doubts' => ['name' => 'Vehicle lanes', 'state' => 'down', 'admit' => true],
            'POST teams/{team}/incidents' => ['incidents' => 'do', 'tier' => 1, 'level' => 'error', 'alerts' => 2, 'minutes' => 5],
            'POST quiet' => [
                'items' => ['clk-2'], 'with_dependents' => true, 'from' => '2026-03-04T08:00:00Z', 'to' => '2026-03-04T09:00:00Z',
                'reason' => 'x',
            ],
            'POST sources' => ['id' => 'further', 'name' => 'Further', 'team' => 'lanes', 'per_minute' => 100],
            'POST sources/{source}' => [
                'name' => 'Walk', 'team' => 'lanes', 'per_minute' => 100, 'mapping' => '{"check":"/check"}', 'version' => 1,
            ],
            'POST sources/{source}/try' => ['mapping' => '{"check":"/check"}', 'sample' => '{"check":"x"}'],
            'POST sources/{source}/heartbeats' => [
                'name' => 'x', 'check' => 'x', 'item' => 'clk-2', 'every' => 5, 'grace' => 1, 'level' => 'error',
            ],
            'POST policies/{team}' => $policy,
            'POST policies/{team}/dry-run' => [...$policy, 'at' => '2026-03-04T08:00:00Z', 'urgency' => 'now'],
            'POST people/{person}/reach' => [
                'contacts' => [['channel' => 'push', 'address' => 'x', 'after' => 0]],
                'rules' => [['urgencies' => [], 'hours' => null, 'contacts' => [['channel' => 'push', 'after' => 0]]]],
                'version' => 1,
            ],
            'POST people/{person}/password' => ['password' => 'a long enough password', 'present' => 'eiderholm'],
            'POST people/{person}/test' => ['channel' => 'push'],
            'POST people/{person}/absences' => ['kind' => 'leave', 'what' => 'x', ...$turn],
            'POST people' => [
                'name' => 'New Person', 'email' => 'new@eiderholm.example', 'team' => 'lanes', 'roles' => ['responder'],
                'time_zone' => 'Europe/Oslo', 'password' => 'a long enough password',
            ],
            'POST people/{person}/particulars' => [
                'name' => 'Per Strand', 'title' => 'x', 'email' => 'per-strand@eiderholm.example', 'team' => 'platform',
                'roles' => ['administrator', 'coordinator'], 'time_zone' => 'Europe/Oslo', 'version' => 1,
            ],
            'POST teams' => ['name' => 'Divers'], 'POST teams/{team}' => ['name' => 'Lane systems'],
            'POST fairness/holidays' => ['year' => 2026, 'days' => [], 'text' => '2026-05-17 Day'],
            'POST handovers/{rota}/{at}/note' => ['text' => 'x'],
            'POST on-call/{rota}/take' => [...$turn, 'person' => 'noor-lind', 'why' => 'x'],
            'POST on-call/{rota}/swap' => [...$turn, 'with' => 'noor-lind', 'why' => 'x'],
            'POST on-call/{rota}/give-back' => ['override' => str_repeat('a', 16)],
            'GET on-call/{rota}/effect' => [...$turn, 'person' => 'noor-lind', 'with' => 'noor-lind'],
            'POST swaps/{swap}' => ['accept' => true], 'POST feeds' => ['kind' => 'rota', 'rota' => 'lanes'],
            'POST on-call/{rota}/fair' => ['from' => '2026-03-09', 'weeks' => 4, 'turns' => []],
            'GET on-call/{rota}/fair' => ['from' => '2026-03-09', 'weeks' => 4],
            'POST rotas' => ['id' => 'divers', 'name' => 'Divers', 'team' => 'lanes', 'time_zone' => 'Europe/Oslo'],
            'POST on-call/{rota}/layers' => [
                'name' => $rota->name, 'time_zone' => $rota->time_zone, 'layers' => $rota->layers,
                'version' => 1,
            ],
            'POST on-call/{rota}/layers/preview' => ['time_zone' => $rota->time_zone, 'layers' => $rota->layers],
            'POST items' => ['id' => 'walk-1', 'fields' => ['name' => 'Walk 1', 'kind' => 'host'], 'needs' => 'host-01', 'why' => 'x'],
            'POST estate/{item}/change' => [
                'fields' => ['site' => 'Ask'], 'was' => ['site' => 'Storvik'], 'needs' => '', 'needs_was' => '', 'why' => 'x',
            ],
            'POST estate/{item}/settle' => ['field' => 'site', 'take' => true, 'ours' => '', 'theirs' => ''],
            'POST estate/{item}/retire' => ['why' => 'x'],
            'POST types' => [
                'type' => [
                    'name' => 'pontoon',
                    'attributes' => [['name' => 'beam', 'label' => 'Beam', 'kind' => 'date', 'remind' => [3]]],
                    'identifying' => ['name'],
                ],
                'version' => null,
            ],
            'POST item-roles' => ['version' => 1, 'roles' => [['name' => 'approver', 'label' => 'Approver', 'kind' => 'person']]],
            'POST relations' => ['id' => null, 'forward' => 'floats on', 'backward' => 'bears', 'strength' => 'hard'],
            'POST scans/{snapshot}/turn-away' => ['why' => 'x'],
            'POST proposals/{proposal}/accept' => ['relation' => 'needs', 'always' => false],
            'POST connection-rules' => ['from_kind' => 'host', 'to_kind' => 'host', 'port' => 5432, 'relation' => 'needs'],
            'POST what-if' => ['name' => 'x', 'items' => ['clk-2'], 'hours' => 2],
            'POST settings/priorities' => ['matrix' => [], 'version' => 1],
            'GET what-if' => ['items' => 'clk-2', 'hours' => 2, 'now' => 1], 'GET reach' => ['items' => 'clk-2'],
            'POST api/v1/signals' => [
                'source' => 'walk', 'check' => 'x', 'condition' => 'firing', 'level' => 'error', 'item' => 'clk-2',
                'at' => '2026-03-03T08:00:00Z', 'labels' => ['a' => 'b'], 'summary' => 'x', 'value' => 1, 'unit' => 'x',
                'url' => 'https://example.com', 'id' => 'walk-1',
            ],
            'POST api/v1/reports' => ['service' => 'vehicle-lanes', 'what' => 'Shut'],
            'POST api/v1/deliveries' => ['key' => 'page-1', 'event' => 'answered', 'text' => 'yes', 'digit' => '1', 'why' => 'x'],
            'POST api/v1/snapshots' => [
                'scanner' => 'walk', 'at' => '2026-03-03T08:00:00Z',
                'items' => [['id' => 'x', 'kind' => 'host', 'attributes' => ['serial' => 'a']]], 'connections' => [],
            ],
        ];
    }
}
