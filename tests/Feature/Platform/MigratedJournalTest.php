<?php

declare(strict_types=1);

namespace Tests\Feature\Platform;

use App\Platform\Journal\Entry;
use App\Platform\Journal\Sentence;
use Illuminate\Support\Facades\Artisan;
use Illuminate\Support\Facades\DB;
use Tests\TestCase;

/** The journal of before, in which entries held names and sentences: it is carried over, and reads as it did. */
final class MigratedJournalTest extends TestCase
{
    private const MIGRATION = '2026_12_02_000018_journal_subjects';

    /** Kind, facts as they were, what happened, particulars, and the words that stand beside the entry now. */
    private const ENTRIES = [
        ['incident.changed', ['what' => 'Priority 1', 'why' => 'was 3'], 'Priority 1', 'was 3', ['old', 'why']],
        ['incident.changed', ['field' => 'title', 'from' => 'A', 'to' => 'B', 'why' => ''], 'Title: B', 'was: A', ['is', 'was']],
        ['incident.changed', ['field' => 'stage', 'from' => 'looking', 'to' => 'fixing', 'why' => ''], 'Fix under way', '', []],
        [
            'incident.declared', ['title' => 'T', 'priority' => 1, 'service' => 'S', 'alerts' => '2 alerts'],
            'Declared, priority 1', 'T; from 2 alerts, S', ['title'],
        ],
        ['incident.note', ['text' => 'Ask Bo'], 'Ask Bo', '', ['text']],
        ['alert.detached', ['title' => 'T', 'item' => 'x', 'why' => 'to IN-0012'], 'Alert unlinked: T', 'to IN-0012', []],
        ['alert.waits', ['title' => 'T', 'until' => '07:14'], 'Deferred T', 'until 07:14 UTC', []],
        [
            'call.exhausted', ['team' => 'Lanes', 'words' => 'Nobody came'], 'Nobody came', 'the call has ended; nobody is coming', [],
        ],
        ['call.exhausted', ['team' => 'Lanes'], 'Nobody of Lanes answered', 'the call has ended; nobody is coming', []],
        [
            'call.exhausted',
            ['whom' => 'Noor Lind', 'isTeam' => false, 'called' => 1, 'declined' => 1, 'unreachable' => 0, 'only' => 'Noor Lind'],
            'Noor Lind said no', 'the call has ended; nobody is coming', [],
        ],
        ['call.started', ['team' => 'Noor Lind', 'title' => 'T', 'why' => ''], 'Calling Noor Lind', 'for T', ['title']],
        ['call.step', ['step' => 1, 'round' => 1, 'people' => ['Noor Lind', 'Ada Holm']], 'Step 1 calls Noor Lind, Ada Holm', '', []],
        [
            'call.acknowledged', ['person' => 'Noor Lind', 'how' => 'in the room', 'after' => '9 s'], 'Noor Lind said yes',
            'in the room, 9 s after the first page', [],
        ],
        [
            'call.handed', ['person' => 'Noor Lind', 'to' => 'Ada Holm', 'why' => ''], 'Noor Lind handed it to Ada Holm',
            'and keeps it until they say yes', [],
        ],
        [
            'page.sent', ['person' => 'Bo Twin', 'channel' => 'push', 'delay' => '0.2 s'], 'Paged Bo Twin',
            'push, 0.2 s after it was due', ['person'],
        ],
        ['mail.sent', ['to' => 'a@b.example', 'subject' => 'Over', 'error' => ''], 'Email sent to a@b.example', 'Over', ['subject', 'to']],
        ['rota.taken', ['rota' => 'Lanes', 'changes' => 'Noor instead of Bo'], 'Changed Lanes', 'Noor instead of Bo', []],
        ['person.absence', ['person' => 'Noor Lind', 'what' => 'Noor is away'], 'Noor is away', '', []],
        ['snapshot.taken', ['scanner' => 'net', 'counts' => '2 new'], 'Took a snapshot of net', '2 new', []],
        ['rule.dropped', ['rule' => 'host needs host'], 'No longer accepts connections: host needs host', '', []],
        [
            'dependency.accepted', ['from' => 'A', 'to' => 'B', 'by' => 'a rule'], 'A needs B',
            'seen on the network, and accepted by a rule', [],
        ],
        [
            'item.made', ['name' => 'A', 'changes' => [], 'why' => 'from the file x.csv', 'import' => 4], 'Recorded A',
            'from the file x.csv', [],
        ],
        [
            'item.changed', ['name' => 'A', 'changes' => ['site' => ['Ask', '']], 'why' => 'sold'], 'Changed A',
            'site from Ask to none; sold', ['why'],
        ],
        ['settings.changed', ['what' => 'when alerts of Lanes become incidents'], 'Changed when alerts of Lanes become incidents', '', []],
        [
            'status.admitted', ['name' => 'Lanes', 'state' => 'down', 'text' => 'We look into it.'], 'Let the status page say',
            'We look into it.', [],
        ],
    ];

    public function test_older_entries_are_carried_over_and_read_as_they_did(): void
    {
        $people = DB::table('people')->whereIn('id', ['noor-lind', 'ada-holm'])->get(['id', 'name'])->all();
        $this->backToTheSchemaBefore();
        foreach ($people as $person) {
            DB::table('people')->insert([
                'id' => $person->id, 'name' => $person->name, 'roles' => '[]', 'email' => "$person->id@x.example",
            ]);
        }
        foreach (['bo-1', 'bo-2'] as $id) {
            DB::table('people')->insert(['id' => $id, 'name' => 'Bo Twin', 'roles' => '[]', 'email' => "$id@x.example"]);
        }
        foreach (self::ENTRIES as [$kind, $facts]) {
            self::enter($kind, $facts, 'person', 'ada-holm', 'Ada Holm');
        }
        self::enter('report.received', ['what' => 'It is shut', 'where' => ['Ask']], 'reporter', null, 'Gro');
        self::enter('settings.changed', ['what' => 'the priorities'], 'person', 'ada-holm', 'Ada Holm', 'priorities', null);

        Artisan::call('migrate', ['--path' => 'database/migrations/'.self::MIGRATION.'.php', '--force' => true]);

        $entries = Entry::query()->orderBy('seq')->get()->all();
        foreach (self::ENTRIES as $i => [$kind, , $lead, $rest, $beside]) {
            $sentence = Sentence::of($entries[$i]);
            $words = $entries[$i]->words->pluck('fact')->sort()->values()->all();
            self::assertSame([$lead, $rest, $beside], [$sentence->lead, $sentence->rest, $words], "$i $kind");
            self::assertSame('Ada Holm', $entries[$i]->by());
            self::assertStringNotContainsString('Holm', (string) DB::table('journal')->where('seq', $entries[$i]->seq)->value('facts'));
        }
        self::assertSame(count(self::ENTRIES), Entry::query()->about('incident', 7)->count() - 1, 'The report stands there too.');
        self::assertSame(1, Entry::query()->about('import', 4)->count());
        [$report, $settings] = array_slice($entries, count(self::ENTRIES));
        self::assertSame(['Gro', 'Report: It is shut'], [$report->by(), Sentence::of($report)->lead]);
        self::assertSame(['priorities.changed', 'Changed the priorities'], [$settings->kind, Sentence::of($settings)->lead]);
        try {
            DB::table('journal')->delete();
            self::fail('The journal took a delete.');
        } catch (\Illuminate\Database\QueryException $e) {
            self::assertStringContainsString('append-only', $e->getMessage());
        }
    }

    /** @param  array<string, mixed>  $facts */
    private static function enter(
        string $kind, array $facts, string $actorKind, ?string $actor, string $name, string $subject = '7', ?int $incident = 7,
    ): void {
        DB::table('journal')->insert([
            'at' => '2026-03-01 07:00:00.000', 'actor_kind' => $actorKind, 'actor_id' => $actor, 'actor_name' => $name, 'kind' => $kind,
            'subject_kind' => 'thing', 'subject_id' => $subject, 'incident_id' => $incident, 'facts' => json_encode($facts),
        ]);
    }

    private function backToTheSchemaBefore(): void
    {
        $file = tempnam(sys_get_temp_dir(), 'before');
        config(['database.connections.sqlite.database' => $file]);
        DB::purge();
        $before = array_filter(
            glob(database_path('migrations/*.php')) ?: [], static fn(string $path): bool => basename($path, '.php') < self::MIGRATION,
        );
        Artisan::call('migrate', ['--path' => array_map(
            static fn(string $path): string => 'database/migrations/'.basename($path), array_values($before),
        ), '--force' => true]);
        DB::table('people')->delete();
        $this->beforeApplicationDestroyed(static function () use ($file): void {
            DB::disconnect();
            @unlink((string) $file);
        });
    }
}
