<?php

declare(strict_types=1);

namespace Tests\Feature\Architecture;

use App\Incidents\Incident;
use App\Incidents\Link;
use App\Incidents\LinkKind;
use App\Incidents\Major\MajorSettings;
use App\Incidents\Report;
use App\Incidents\Roles\CoordinationOffer;
use App\Incidents\Roles\RoleHeld;
use App\Paging\Call;
use App\Paging\Page;
use App\Platform\Contracts\EntryKind;
use App\Platform\Journal\Entry;
use App\Platform\Journal\Journal;
use App\Rota\Rota;
use App\Signals\Alert;
use App\Tickets\Steps\Task;
use Illuminate\Http\UploadedFile;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\ViewErrorBag;
use Illuminate\Testing\TestResponse;
use Symfony\Component\Finder\Finder;
use Tests\TestCase;
use Tests\Walks\BuildsWorld;
use Tests\Walks\Walk;
use Tests\Walks\World;

/**
 * Which entries each action writes: all actions, in the order in which entries are read.
 *
 * An entry is told as its kind, its subject, and @ if it stands in the journal of an incident.
 */
final class EntriesTest extends TestCase
{
    use BuildsWorld;

    /** Known again by what stands in them, or by nobody being signed in by then. */
    private const OTHERWISE_ONCE = ['report', 'sign-out'];

    /** @var array<string, list<string>> what came of the same request again, where it was not nothing, by address */
    private array $twice = [];

    private const TURN = ['from' => '2026-03-05T08:00:00Z', 'to' => '2026-03-05T16:00:00Z'];

    /** Actions that write nothing, because they change nothing that anybody else sees. */
    private const WRITE_NOTHING = [
        'alerts/filters', 'alerts/filters/drop', 'rules/dry-run', 'sources/{source}/try', 'on-call/{rota}/layers/preview',
        'on-call/{rota}/calendar/preview', 'incidents-proposal',
        'policies/{team}/dry-run', 'what-if/{kept}/drop', 'imports', 'imports/{import}/drop', 'feeds', 'feeds/{feed}/revoke',
        'follow', 'follow/{key}', 'incidents/{incident}/follow', 'follows/item', 'follows/record', 'updates/{update}/read',
        'updates/{update}/remind', 'report/hear', 'report/lost', 'incidents/{incident}/updates/check', 'tickets/here', 'tickets/phone/look',
        'tickets/lists', 'tickets/lists/drop',
        'changes/look', 'settings/changes/try', 'settings/changes/calendar',
    ];

    /** Actions whose entries need more before them than stands here: each with the test that holds them. */
    private const ELSEWHERE = [
        'quiet/{quiet}/announce' => 'Updates/PlannedTest', 'planned/{planned}/withdraw' => 'Updates/PlannedTest',
        'sign-in' => 'Platform/PlatformTest', 'p/{token}' => 'Paging/AnswerTest',
        'sources/{source}/again' => 'Signals/WaysInTest', 'estate/{item}/settle' => 'Topology/ScanTest',
        'estate/{item}/seen' => 'Topology/ScanTest',
        'imports/{import}/confirm' => 'Topology/ImportTest', 'imports/{import}/undo' => 'Topology/TakeBackTest',
        'scans/{snapshot}/let-in' => 'Topology/ScanTest', 'scans/{snapshot}/turn-away' => 'Topology/ScanTest',
        'proposals/{proposal}/accept' => 'Topology/ScanTest', 'proposals/{proposal}/refuse' => 'Topology/ScanTest',
        'proposals/{proposal}/reconsider' => 'Topology/ScanTest',
        'handovers/{rota}/{at}/note' => 'Rota/HandoverTest', 'handovers/{rota}/{at}/confirm' => 'Rota/HandoverTest',
        'on-call/{rota}/fair' => 'Rota/RotaChangesTest', 'swaps/{swap}' => 'Rota/RotaChangesTest',
        'on-call/{rota}/give-back' => 'Rota/RotaChangesTest',
        'report/{token}/say' => 'Tickets/TicketsTest', 'tickets/{ticket}/translation' => 'Tickets/LanguagesTest',
        'report/{token}/other' => 'Tickets/LinkingTest', 'api/v1/mails' => 'Tickets/WaysInTest', 'api/v1/chat' => 'Tickets/WaysInTest',
        'report/{token}/judge' => 'Updates/ReportersTest',
        'api/v1/signals' => 'Signals/AcceptSignalsTest', 'api/v1/sources/{source}' => 'Signals/WaysInTest',
        'api/v1/sources/{source}/heartbeat' => 'Signals/WaysInTest', 'api/v1/snapshots' => 'Topology/ScanTest',
        'api/v1/deliveries' => 'Paging/DeliveryTest', 'api/v1/conversations' => 'Paging/TalkTest', 'api/v1/bridges' => 'Paging/TalkTest',
        'incidents/{incident}/talk/open' => 'Paging/TalkTest', 'follow/{key}/confirm' => 'Updates/FollowingTest',
        'changes/{change}/answer' => 'Changes/CourseTest', 'approve/{ask}' => 'Changes/ApproveTest',
        'changes/{change}/tick' => 'Changes/CourseTest', 'changes/{change}/template' => 'Changes/TemplatesTest',
        'api/v1/deployments' => 'Changes/DeploymentsTest',
    ];

    public function test_each_action_writes_its_entries(): void
    {
        $wrong = $seen = [];
        $parts = World::parts();
        foreach ($this->actions() as $name => $action) {
            [$address, $body, $expected, $before] = $action + [1 => [], 2 => [], 3 => static fn() => null];
            DB::beginTransaction();
            $before();
            $written = $this->writtenBy($address, $body instanceof \Closure ? $body() : $body, $parts);
            $written === $expected ?: $wrong[] = "$address ($name) writes "
                .json_encode($written, JSON_UNESCAPED_SLASHES).', not '.json_encode($expected, JSON_UNESCAPED_SLASHES);
            $seen[$address] = true;
            DB::rollBack();
            session()->flush();
        }
        self::assertSame([], $wrong, implode("\n", $wrong));
        self::assertSame([], $this->twice, 'The same request again, because no answer came, changes nothing and is no trouble.');

        $all = array_map(
            static fn($route): string => $route->uri(),
            array_filter(Walk::routes(), static fn($route): bool => Walk::method($route) !== 'GET'),
        );
        self::assertSame(
            [], array_values(array_diff(array_unique($all), array_keys($seen), array_keys(self::ELSEWHERE))),
            'A new action says here what it writes.',
        );
    }

    public function test_each_kind_of_entry_is_written_by_something_and_held_by_a_test(): void
    {
        $read = static fn(Finder $files): string => implode("\n", array_map(
            static fn(\SplFileInfo $file): string => (string) file_get_contents($file->getPathname()), iterator_to_array($files, false),
        ));
        $php = static fn(string $in): Finder => Finder::create()->files()->name('*.php')->in(base_path($in));
        $app = $read($php('app')->notName('*Entry.php')->notContains('implements TellsEntries'));
        $tests = $read($php('tests/Feature')->notName(['MigratedJournalTest.php', 'SentencesTest.php', 'ShapesTest.php']));
        $unwritten = $untested = [];
        foreach (Finder::create()->files()->name('*Entry.php')->in(app_path()) as $file) {
            $enum = 'App\\'.str_replace('/', '\\', substr($file->getRelativePathname(), 0, -4));
            foreach (is_a($enum, EntryKind::class, true) ? $enum::cases() : [] as $kind) {
                $name = '/\\b'.class_basename($enum)."::$kind->name\\b/";
                preg_match($name, $app) === 1 ?: $unwritten[] = $kind->value;
                preg_match($name, $tests) === 1
                    || preg_match('/[\'" ]'.preg_quote((string) $kind->value, '/').'[\'" @]/', $tests) === 1
                    ?: $untested[] = $kind->value;
            }
        }
        self::assertSame([[], []], [$unwritten, $untested], 'Written by nothing; and held by no test.');
    }

    /**
     * @return iterable<array-key, array{0: string, 1?: array<string, mixed>|\Closure(): array<string, mixed>, 2?: list<string>, 3?: \Closure(): mixed}> address, body, entries, what comes before
     */
    private function actions(): iterable
    {
        $world = World::bodies();
        $of = static fn(string $address): array => $world["POST $address"] ?? [];
        foreach (self::WRITE_NOTHING as $address) {
            yield [$address, $of($address)];
        }
        $simple = [
            'sign-out' => ['person.signed_out person:per-strand'],
            'people/{person}/password' => ['person.password person:per-strand'], 'teams' => ['team.made team:divers'],
            'items' => ['item.made item:walk-1'], 'estate/{item}/change' => ['item.changed item:clk-2'],
            'types' => ['type.saved type:pontoon'], 'relations' => ['relation.saved relation:floats-on'],
            'connection-rules' => ['rule.saved rule:#'], 'what-if' => ['what_if.kept what_if:#'],
            'alerts/take' => ['alert.taken alert:#'], 'alerts/wait' => ['alert.waits alert:#'],
            'alerts/close' => ['alert.put_away alert:#'],
            'alerts/{alert}/fewer' => ['rules.saved rules:#'], 'rules' => ['rules.saved rules:#'],
            'rules/unowned' => ['unowned.changed setting:unowned'], 'rules/restore' => ['rules.saved rules:#'],
            'changes' => ['change.planned change:#'], 'changes/{change}' => ['change.edited change:#'],
            'changes/{change}/go' => ['change.cancelled change:#'],
            'incidents/{incident}/suspects/{change}' => ['change.confirmed change:#@'],
            'incidents/{incident}/suspects/{change}/undo' => ['change.planned change:#@'],
            'changes/templates/{template}/agree' => ['change_template.agreed change_template:#'],
            'changes/templates/{template}/withdraw' => ['change_template.withdrawn change_template:#'],
            'settings/changes' => ['change_rules.saved change_rules:#'],
            'quiet' => ['quiet.set quiet:#'], 'quiet/{quiet}/end' => ['quiet.ended quiet:#'],
            'sources' => ['source.made source:further'], 'sources/{source}/token' => ['token.made source:walk'],
            'sources/{source}/heartbeats' => ['heartbeat.made source:walk'],
            'people/{person}/absences' => ['person.absence person:per-strand'],
            'on-call/{rota}/take' => ['rota.taken rota:lanes'], 'rotas' => ['rota.made rota:divers'],
            'incidents/{incident}/here' => ['room.entered incident:#@'],
            'incidents/{incident}/notes' => ['incident.note incident:#@'],
            'incidents/{incident}/alerts' => ['alert.attached alert:#@'],
            'incidents/{incident}/answers' => ['ticket.all_answered incident:#@'],
            'answers/{answer}/stop' => ['ticket.all_answered_stopped incident:#@'],
            'follow/{key}/stop' => ['follower.left subscription:#'], 'follow/{key}/leave' => ['follower.left subscription:#'],
            'settings/followers' => ['follower.added subscription:#'],
            'settings/followers/{subscription}' => ['follower.left subscription:#'],
            'incidents/{incident}/audience' => ['audience.changed incident:#@'],
            'incidents/{incident}/cards' => ['card.given incident:#@'], 'cards/{card}/withdraw' => ['card.withdrawn incident:#@'],
            'incidents/{incident}/roles' => ['role.given incident:#@'],
            'incidents/{incident}/hypotheses' => ['hypothesis.added incident:#@'],
            'hypotheses/{hypothesis}/take' => ['hypothesis.taken incident:#@'],
            'hypotheses/{hypothesis}/settle' => ['hypothesis.settled incident:#@'],
            'incidents/{incident}/estimate' => ['incident.estimated incident:#@'],
            'incidents/{incident}/options' => ['option.added incident:#@'],
            'options/{option}/drop' => ['option.dropped incident:#@'],
            'options/{option}/choose' => ['incident.decision incident:#@', 'task.added incident:#@'],
            'settings/major' => ['major.settings_changed setting:major'],
            'incidents/{incident}/stage' => ['incident.changed incident:#@'],
            'incidents' => ['incident.declared incident:#@', 'call.started call:#@', 'call.step call:#@', 'page.queued page:#@'],
            'incidents/{incident}/items' => ['incident.item_added item:clk-2@'],
            'reports/{report}/link' => ['report.linked report:#@'], 'teams/{team}/incidents' => ['auto_incidents.changed team:lanes'],
            'people/{person}/test' => ['page.test person:per-strand'],
            'incidents/{incident}/calls' => ['call.started call:#@', 'call.step call:#@', 'page.queued page:#@'],
            'calls/{call}/stop' => ['call.stopped call:#@'],
            'people' => ['person.made person:new-person'], 'report' => ['report.received report:#'],
            'tickets/answer' => ['ticket.answered ticket:#', 'mail.queued report:#'],
            'tickets/take' => ['ticket.taken ticket:#'], 'tickets/close' => ['ticket.closed ticket:#', 'mail.queued report:#'],
            'tickets/hand-over' => ['ticket.offered ticket:#'], 'tickets/link' => ['report.linked report:#@'],
            'tickets/phone' => [
                'report.received report:#', 'ticket.taken ticket:#', 'report.linked report:#@', 'ticket.answered ticket:#',
                'mail.queued report:#',
            ],
            'tickets/{ticket}/answer' => ['ticket.answered ticket:#', 'mail.queued report:#'],
            'tickets/{ticket}/correct' => ['ticket.corrected ticket:#'], 'settings/targets' => ['promises.changed setting:targets'],
            'settings/notes' => ['note_rules.changed setting:note-rules'],
            'settings/outside-words' => ['outside-words.changed setting:outside-words'],
            'settings/audiences' => ['audience.defined audience:#'], 'settings/audiences/{audience}' => ['audience.defined audience:#'],
            'settings/audiences/{audience}/drop' => ['audience.dropped audience:#'],
            'settings/glossary' => ['glossary.changed setting:glossary'],
            'settings/questions' => ['questions.changed service:vehicle-lanes'],
            'tickets/{ticket}/try' => ['ticket.tried ticket:#'], 'tickets/{ticket}/tasks' => ['task.added ticket:#'],
            'incidents/{incident}/tasks' => ['task.added incident:#@'],
            'tickets/{ticket}/checklist' => ['checklist.followed ticket:#'], 'tasks/{task}/settle' => ['task.skipped ticket:#'],
            'tasks/{task}/pass' => ['task.passed ticket:#'], 'tasks/{task}/block' => ['task.blocked ticket:#'],
            'incidents/{incident}/talk/say' => ['talk.said incident:#@'], 'messages/{message}/make' => ['task.added incident:#@'],
            'incidents/{incident}/bridge/ring' => ['bridge.rang incident:#@'],
            'incidents/{incident}/bridge/close' => ['bridge.closed incident:#@'],
            'tasks/{task}/say' => ['task.said ticket:#'], 'tasks/{task}/take' => ['task.taken ticket:#'],
            'checklists' => ['checklist.saved checklist:#'], 'checklists/{checklist}/drop' => ['checklist.dropped checklist:#'],
            'busy' => ['busy.added busy:#'], 'busy/{busy}/drop' => ['busy.dropped busy:#'],
            'lessons/linking' => ['linking.switched setting:linking-by-itself'],
            'lessons/{lesson}/undo' => ['lesson.undone ticket:#'],
            'surges/{surge}/link' => ['report.linked report:#@', 'surge.confirmed surge:#@'],
            'surges/{surge}/dismiss' => ['surge.dismissed surge:#'],
            'status/doubts' => ['status.admitted service:vehicle-lanes'],
            'incidents/{incident}/updates' => ['update.published incident:#@', 'incident.changed incident:#@'],
        ];
        foreach ($simple as $address => $entries) {
            yield [
                $address, $of($address), $entries,
                static fn() => Report::query()->update(['email' => str_starts_with($address, 'tickets/') ? 'bo@mail.example' : null]),
            ];
        }
        $incident = Incident::query()->whereNull('resolved_at')->latest('id')->firstOrFail();
        $alert = (int) Alert::query()->where('incident_id', $incident->id)->value('id');
        $free = array_values(array_map(intval(...), Alert::query()->whereNull('incident_id')->orderBy('id')->pluck('id')->all()));
        $report = fn() => $this->post('/reports/'.Report::query()->value('id').'/link', ['incident' => $incident->id]);
        $ending = ['resolution' => 'Set by hand.', 'update' => 'It works.'];

        yield [
            'people/{person}/particulars',
            [
                'name' => 'Per Strand', 'title' => 'Head', 'email' => 'per-strand@eiderholm.example', 'team' => 'platform',
                'roles' => ['administrator', 'coordinator'], 'time_zone' => 'Europe/Oslo', 'version' => 1,
            ],
            ['person.changed person:per-strand'],
        ];
        yield ['teams/{team}', ['name' => 'Lanes', 'version' => 1], ['team.renamed team:lanes']];
        yield ['teams/{team}/drop', [], ['team.dropped team:lanes'], static function (): void {
            DB::statement('pragma defer_foreign_keys = on');
            foreach (['people', 'items', 'alerts', 'incidents', 'calls'] as $table) {
                DB::table($table)->where('team_id', 'lanes')->update(['team_id' => 'platform']);
            }
            DB::table('escalation_policies')->where('team_id', 'lanes')->delete();
            DB::table('rotas')->where('team_id', 'lanes')->delete();
        }];
        yield [
            'estate/{item}/retire', ['why' => 'Sold'], ['item.retired item:clk-2'],
            static fn() => DB::table('alert_items')->where('item', 'clk-2')->update(['fires' => false]),
        ];
        yield [
            'sources/{source}/heartbeats/{heartbeat}/drop', [], ['heartbeat.dropped source:walk'],
            static fn() => DB::table('heartbeats')->insert([
                'id' => 1, 'name' => 'x', 'source' => 'walk', 'every_seconds' => 5, 'grace_seconds' => 1, 'level' => 'error', 'since' => 0,
                'due_at' => 10,
            ]),
        ];
        yield [
            'alerts/back', $of('alerts/back'), ['alert.brought_back alert:#'],
            static fn() => Alert::query()->update(['put_away_at' => now()]),
        ];
        yield ['estate/{item}/bring-back', [], ['item.returned item:clk-2'], function (): void {
            DB::table('alert_items')->where('item', 'clk-2')->update(['fires' => false]);
            $this->post('/estate/clk-2/retire', ['why' => 'Sold'], ['X-Request-Key' => 'retire']);
        }];
        yield [
            'item-roles',
            [
                'version' => 1,
                'roles' => [
                    ['name' => 'delivery_manager', 'label' => 'Delivery manager', 'kind' => 'person'],
                    ['name' => 'approver', 'label' => 'Approves', 'kind' => 'person'],
                ],
            ],
            ['item_roles.changed setting:item_roles'],
        ];
        yield [
            'tasks/{task}/block', ['blocked' => false], ['task.goes_on ticket:#'],
            static fn() => Task::query()->update(['blocked' => 'No key']),
        ];
        yield [
            'connection-rules/{rule}/drop', [], ['rule.dropped rule:#'],
            fn() => $this->post('/connection-rules', $of('connection-rules'), ['X-Request-Key' => 'rule']),
        ];
        yield [
            'alerts/split', ['alerts' => [$free[0]]], ['alert.split_off alert:#'],
            static fn() => Alert::query()->whereKey($free)->update(['group_id' => $free[0]]),
        ];
        yield [
            'alerts/together', ['alerts' => array_slice($free, 0, 2)], ['alert.put_together alert:#'],
            static fn() => array_map(static fn(int $id) => Alert::query()->whereKey($id)->update(['group_id' => $id]), $free),
        ];
        yield [
            'alerts/{alert}/match',
            static fn(): array => ['named' => array_key_first(Alert::query()->latest('id')->firstOrFail()->items), 'item' => 'clk-2'],
            ['alert.matched item:clk-2'],
        ];
        yield [
            'sources/{source}', ['name' => 'Walk on', 'team' => 'lanes', 'per_minute' => 100, 'mapping' => '', 'version' => 1],
            ['source.changed source:walk'],
        ];
        yield [
            'people/{person}/leave-calendar', static fn(): array => ['file' => self::calendar('Away')],
            ['person.leave person:per-strand'],
        ];
        yield [
            'people/{person}/absences/{absence}/drop', [], ['person.absence person:per-strand'],
            fn() => $this->post(
                '/people/per-strand/absences', ['kind' => 'leave', 'what' => 'x', ...self::TURN], ['X-Request-Key' => 'away'],
            ),
        ];
        yield ['on-call/{rota}/calendar', static fn(): array => ['file' => self::calendar('Noor Lind')], ['rota.imported rota:lanes']];
        yield ['on-call/{rota}/layers', static function (): array {
            $rota = Rota::query()->findOrFail('lanes');

            return ['name' => 'Lanes by day', 'time_zone' => $rota->time_zone, 'layers' => $rota->layers, 'version' => 1];
        }, ['rota.layers rota:lanes']];
        yield [
            'fairness/holidays',
            static fn(): array => ['file' => self::calendar('Day of the constitution', 'DTSTART;VALUE=DATE:20260517')],
            ['holidays.changed setting:holidays'],
        ];
        yield ['incidents/{incident}/alerts/detach', ['alerts' => [$alert], 'why' => 'x'], ['alert.detached alert:#@']];
        yield [
            'incidents/{incident}/items/unsay', ['item' => 'clk-2'], ['incident.item_unsaid item:clk-2@'],
            fn() => $this->post("/incidents/$incident->id/items", ['item' => 'clk-2', 'state' => 'down'], ['X-Request-Key' => 'item']),
        ];
        yield 'left out' => ['incidents/{incident}/items', ['item' => 'clk-2', 'state' => null], ['incident.item_left_out item:clk-2@']];
        yield [
            'tickets/{ticket}/forget', ['why' => 'At their request'], ['ticket.forgotten ticket:#'],
            fn() => $this->post('/tickets/close', $of('tickets/close'), ['X-Request-Key' => 'close']),
        ];
        yield [
            'tickets/{ticket}/offer', ['accept' => false, 'why' => 'Busy'], ['ticket.declined ticket:#'],
            static fn() => \App\Tickets\Ticket::query()->update(['offered_to_id' => 'per-strand']),
        ];
        yield 'accepted' => [
            'tickets/{ticket}/offer', ['accept' => true], ['ticket.accepted ticket:#'],
            static fn() => \App\Tickets\Ticket::query()->update(['offered_to_id' => 'per-strand']),
        ];
        yield 'to the desk' => ['tickets/hand-over', ['tickets' => [World::parts()['ticket']]], ['ticket.handed_over ticket:#']];
        yield 'an internal note' => ['tickets/{ticket}/answer', ['text' => 'Old reader', 'internal' => true], ['ticket.noted ticket:#']];
        yield 'a decision' => ['incidents/{incident}/notes', ['text' => 'By hand', 'decision' => true], ['incident.decision incident:#@']];
        yield ['incidents/{incident}/tell', ['person' => 'ada-holm', 'why' => 'It is yours.'], ['owner.told person:ada-holm@']];
        yield [
            'incidents/{incident}/coordinate', ['from' => 'ingrid-vale'], ['incident.coordinator incident:#@'],
            static fn() => $incident->update(['coordinator_id' => 'ingrid-vale']),
        ];
        yield [
            'incidents/{incident}/handover', ['person' => 'ingrid-vale', 'brief' => 'x'], ['coordination.offered incident:#@'],
            static fn() => Incident::query()->whereKey($incident->id)->update(['coordinator_id' => 'per-strand']),
        ];
        $offered = static function () use ($incident): void {
            Incident::query()->whereKey($incident->id)->update(['coordinator_id' => 'ingrid-vale']);
            CoordinationOffer::query()->create(
                ['incident_id' => $incident->id, 'from_id' => 'ingrid-vale', 'to_id' => 'per-strand', 'brief' => 'x', 'offered_at' => now()]
            );
        };
        yield ['incidents/{incident}/handover/answer', ['accept' => false, 'why' => 'x'], ['coordination.declined incident:#@'], $offered];
        yield 'a handover that is accepted' => [
            'incidents/{incident}/handover/answer', ['accept' => true], ['incident.coordinator incident:#@'], $offered,
        ];
        yield 'a role that is laid down' => ['incidents/{incident}/roles', [
            'role' => 'lead', 'person' => null, 'was' => 'noor-lind',
        ], ['role.left incident:#@'],
            static fn() => RoleHeld::query()
                ->create(['incident_id' => $incident->id, 'role' => 'lead', 'person_id' => 'noor-lind', 'since' => now()]),
        ];
        $raising = [
            'version' => $incident->version, 'title' => $incident->title, 'service' => $incident->service_id,
            'impact' => $incident->impact->value,
            'urgency' => $incident->urgency->value, 'confirmed' => 'x', 'update' => 'x', 'call' => true,
        ];
        yield ['incidents/{incident}/major', $raising, ['major.raised incident:#@', 'update.published incident:#@']];
        yield 'major, with a title, another service and a call' => ['incidents/{incident}/major', [
            ...$raising, 'title' => 'Gates', 'service' => null,
        ], [
            'incident.changed incident:#@', 'incident.changed incident:#@', 'major.raised incident:#@', 'call.started call:#@',
            'call.step call:#@',
            'page.queued page:#@', 'update.published incident:#@',
        ], static function () use ($incident): void {
            Call::query()->for('incident', $incident->id)->update(['outcome' => 'resolved']);
            MajorSettings::change(
                [...MajorSettings::now()->choices(), 'team' => 'lanes'], 0, \App\Platform\Person::query()->findOrFail('per-strand')
            );
        }];
        yield ['incidents/{incident}/not-major', ['version' => $incident->version, 'why' => 'x'], [
            'major.lowered incident:#@', 'call.stopped call:#@', 'call.stopped call:#@',
        ],
            static function () use ($incident): void {
                $incident->update(['major_at' => now()->subDay()]);
                Call::query()->for('incident', $incident->id)->update(['outcome' => 'waiting']);
            }];
        // Whatever is declared last is what the address names.
        yield [
            'incidents/{incident}/under', ['incidents' => [$incident->id]], ['incident.put_under incident:#@'],
            static fn() => Incident::factory()->create(['title' => 'Larger', 'major_at' => now()]),
        ];
        yield [
            'incidents/{incident}/merge', ['into' => $incident->id, 'why' => 'x'], ['incident.merged incident:#@'],
            static fn() => Incident::factory()->create(['title' => 'The same']),
        ];
        yield [
            'incidents/{incident}/split', ['title' => 'x', 'why' => 'x', 'alerts' => [$alert], 'reports' => []],
            ['incident.split incident:#@'],
        ];
        yield ['incidents/{incident}/out', ['why' => 'x'], ['incident.taken_out incident:#@'], static fn() => Link::tie(
            [Incident::KIND, Incident::factory()->create(['title' => 'Smaller'])->id], [Incident::KIND, $incident->id], LinkKind::Under,
        )];
        yield 'title and stage' => [
            'incidents/{incident}/change',
            [
                'version' => $incident->version, 'title' => 'Gates', 'stage' => 'fixing', 'impact' => $incident->impact->value,
                'urgency' => $incident->urgency->value,
            ],
            ['incident.changed incident:#@', 'incident.changed incident:#@'],
        ];
        yield 'a higher priority, with a call' => ['incidents/{incident}/change', static fn(): array => [
            'version' => $incident->version, 'title' => $incident->title, 'stage' => 'looking', 'impact' => 'wide', 'urgency' => 'now',
            'why' => 'More', 'call' => true,
        ], ['incident.changed incident:#@', 'call.started call:#@', 'call.step call:#@', 'page.queued page:#@'],
            static function () use ($incident): void {
                Call::query()->for('incident', $incident->id)->update(['outcome' => 'resolved']);
                $incident->update(['priority' => 3]);
            }];
        yield 'resolved, with a report' => ['incidents/{incident}/resolve', $ending, [
            'incident.resolved incident:#@', 'alert.still_firing incident:#@', 'report.resolved report:#@',
            'mail.queued report:#@', 'call.resolved call:#@', 'call.resolved call:#@', 'talk.closed incident:#@',
            'bridge.closed incident:#@',
            'update.published incident:#@',
        ], static function () use ($report, $incident, $free): void {
            $report();
            Report::query()->update(['email' => 'bo@mail.example']);
            Alert::query()->whereKey($free)->update(['incident_id' => $incident->id]);
        }];
        yield 'reopened, with a report and a call' => ['incidents/{incident}/reopen', [
            'why' => 'It came back', 'update' => 'It is not over.', 'call' => true,
        ], [
            'incident.reopened incident:#@', 'report.reopened report:#@', 'mail.queued report:#@', 'call.started call:#@',
            'call.step call:#@', 'page.queued page:#@', 'update.published incident:#@',
        ], function () use ($report, $incident, $ending): void {
            $report();
            Report::query()->update(['email' => 'bo@mail.example']);
            $this->post("/incidents/$incident->id/resolve", $ending, ['X-Request-Key' => 'resolve']);
        }];
        yield ['reports/{report}/unlink', ['why' => 'Something else'], ['report.unlinked report:#@'], $report];
        yield [
            'settings/priorities',
            static fn(): array => [
                'matrix' => \App\Incidents\Priorities::matrix()->toArray(), 'version' => \App\Incidents\Priorities::version(),
            ],
            ['priorities.changed setting:priorities'],
        ];
        yield ['people/{person}/reach', static function (): array {
            $present = [
                'contacts' => DB::table('contacts')->where('person_id', 'per-strand')
                    ->orderBy('after_seconds')->orderBy('id')->get(['channel', 'address', 'after_seconds'])
                    ->map(static fn(\stdClass $c): array => [
                        'channel' => $c->channel, 'address' => $c->address, 'after' => (int) $c->after_seconds,
                    ])
                    ->all(),
                'rules' => [],
            ];

            return [...$present, 'contacts' => [['channel' => 'push', 'address' => 'other', 'after' => 0]], 'version' => 1];
        }, ['person.reach person:per-strand']];
        yield [
            'incidents/{incident}/answer',
            static fn(): array => ['page' => (int) Page::query()->where('person_id', 'per-strand')->value('id'), 'answer' => 'yes'],
            ['call.acknowledged call:#@'],
        ];
        yield [
            'policies/{team}',
            [
                'rounds' => 2, 'steps' => [['targets' => ['rota:lanes'], 'wait_seconds' => 300]], 'name' => 'Nights',
                'service_id' => 'vehicle-lanes', 'urgencies' => [], 'hours' => null, 'patience_seconds' => 600,
                'answer_seconds' => 60, 'id' => null, 'version' => null,
            ],
            ['policy.saved team:lanes'],
        ];
        yield [
            'policies/{team}/{policy}/drop', [], ['policy.dropped team:lanes'],
            fn() => $this->post(
                '/policies/lanes',
                [
                    'rounds' => 2, 'steps' => [['targets' => ['rota:lanes'], 'wait_seconds' => 300]], 'name' => 'Nights',
                    'service_id' => 'vehicle-lanes', 'urgencies' => [], 'hours' => null, 'patience_seconds' => 600,
                    'answer_seconds' => 60, 'id' => null, 'version' => null,
                ],
                ['X-Request-Key' => 'policy'],
            ),
        ];
        yield ['people/{person}/leave', [], ['person.left person:noor-lind']];
        yield [
            'people/{person}/return', [], ['person.returned person:noor-lind'],
            fn() => $this->person('noor-lind')->update(['left_at' => now()]),
        ];
        yield [
            'on-call/{rota}/swap', static fn(): array => [...self::TURN, 'with' => (string) self::other()],
            ['rota.swap_asked rota:lanes'],
            fn() => $this->post('/on-call/lanes/take', [...self::TURN, 'person' => 'per-strand'], ['X-Request-Key' => 'take']),
        ];
        yield ['api/v1/reports', ['service' => 'vehicle-lanes', 'what' => 'Shut'], ['report.received report:#']];
    }

    /**
     * @param  array<string, mixed>  $body
     * @param  array<string, string|int>  $parts  of addresses
     * @return list<string>
     */
    private function writtenBy(string $address, array $body, array $parts): array
    {
        $parts = [
            ...$parts, 'rule' => (int) DB::table('connection_rules')->max('id'),
            'policy' => (int) DB::table('escalation_policies')->max('id'), 'absence' => (int) DB::table('absences')->max('id'),
            'incident' => (int) Incident::query()->max('id'),
            'person' => in_array($address, ['people/{person}/leave', 'people/{person}/return'], true) ? 'noor-lind' : 'per-strand',
        ];
        $uri = (string) preg_replace_callback(
            '/\{(\w+)\}/', static fn(array $m): string => rawurlencode((string) ($parts[$m[1]] ?? 'x')), $address,
        );
        $head = Journal::head();
        $key = bin2hex(random_bytes(8));
        $send = fn(): TestResponse => str_starts_with($address, 'api/')
            ? $this->withToken($this->token(['reports:write'], name: 'entries'))->postJson("/$uri", $body)
            : $this->actingAs($this->person('per-strand')->refresh())->post("/$uri", $body, ['X-Request-Key' => $key]);
        $send();
        $isDone = self::troubles() === [];

        $facts = DB::table('journal')->where('seq', '>', $head)->pluck('facts')->implode(' ');
        foreach ([...DB::table('people')->pluck('name')->all(), '@'] as $personal) {
            self::assertStringNotContainsString((string) $personal, $facts, "$address keeps names and addresses where they can be erased.");
        }

        $after = Journal::head();
        $written = array_values(Entry::query()->where('seq', '>', $head)->orderBy('seq')->get()->map(static fn(Entry $entry): string => "$entry->kind $entry->subject_kind:".(
            ctype_digit((string) $entry->subject_id) ? '#' : $entry->subject_id
        ).(DB::table('journal_subjects')->where('seq', $entry->seq)->where('kind', 'incident')->exists() ? '@' : ''))->all());
        if ($isDone && ! str_starts_with($address, 'api/') && ! in_array($address, self::OTHERWISE_ONCE, true)) {
            $send();
            $trouble = [
                ...self::troubles(),
                ...Entry::query()->where('seq', '>', $after)->pluck('kind')->map(static fn(mixed $kind): string => (string) $kind)->all(),
            ];
            if ($trouble !== []) {
                $this->twice[$address] = array_values($trouble);
            }
        }

        return $written;
    }

    /** @return list<string> why what was sent last was refused */
    private static function troubles(): array
    {
        $errors = session()->get('errors');

        return $errors instanceof ViewErrorBag ? array_values($errors->all()) : [];
    }

    private static function other(): ?string
    {
        foreach (Rota::query()->findOrFail('lanes')->between(
            (int) strtotime('2026-03-06T08:00:00Z'), (int) strtotime('2026-03-12T08:00:00Z'),
        )->segments as $segment) {
            if ($segment->person !== null && $segment->person !== 'per-strand') {
                return $segment->person;
            }
        }

        return null;
    }

    private static function calendar(string $summary, string $when = "DTSTART:20260320T080000Z\r\nDTEND:20260320T160000Z"): UploadedFile
    {
        return UploadedFile::fake()->createWithContent(
            'x.ics',
            "BEGIN:VCALENDAR\r\nVERSION:2.0\r\nPRODID:-//x//x//EN\r\nBEGIN:VEVENT\r\nUID:1@x\r\nDTSTAMP:20260301T000000Z\r\n$when\r\nSUMMARY:$summary\r\nEND:VEVENT\r\nEND:VCALENDAR\r\n",
        );
    }
}
