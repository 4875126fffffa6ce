<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Schema;

/**
 * An entry names all its subjects, people by id, and holds values only; what people typed, and addresses, stand beside it.
 *
 * Prose of older entries that cannot be taken apart any more becomes the fact `old`.
 */
return new class () extends Migration
{
    private const AT_ONCE = 1000;

    /** What people typed, and addresses, by kind. */
    private const WORDS = [
        'owner.told' => ['text'], 'incident.reopened' => ['why', 'title'], 'alert.detached' => ['why'], 'report.received' => ['what'],
        'report.linked' => ['what'], 'report.unlinked' => ['what', 'why'], 'incident.declared' => ['title'],
        'incident.changed' => ['was', 'is', 'why', 'old'], 'incident.note' => ['text'], 'incident.decision' => ['text'],
        'incident.resolved' => ['resolution', 'title'], 'call.started' => ['title', 'why'], 'call.handed' => ['why'],
        'call.acknowledged' => ['why'], 'call.later' => ['why'], 'call.declined' => ['why'], 'call.stopped' => ['why'],
        'page.unclear' => ['text'], 'page.failed' => ['error'], 'mail.queued' => ['to', 'subject'],
        'mail.sent' => ['to', 'subject', 'error'],
        'mail.failed' => ['to', 'subject', 'error'], 'person.changed' => ['changes'], 'person.sign_in_failed' => ['from'],
        'rota.swap_asked' => ['why'], 'item.made' => ['why'], 'item.changed' => ['why'], 'item.retired' => ['why'],
        'import.undone' => ['why'], 'snapshot.refused' => ['why'], 'alert.put_away' => ['reason'], 'quiet.set' => ['reason'],
        'quiet.ended' => ['reason'], 'rules.saved' => ['note'], 'update.published' => ['text'], 'status.kept' => ['why'],
        'clock.fails' => ['error'],
    ];

    /** Facts that named people: now by id. Of two of one name nobody knows any more who it was; the name stays as what was typed. */
    private const PEOPLE = ['person', 'people', 'with', 'only'];

    private const SETTINGS = ['priorities', 'holidays', 'unowned', 'item_roles'];

    /** @var array<string, string> ids by names that one person has */
    private array $ids = [];

    public function up(): void
    {
        foreach (['update', 'delete'] as $verb) {
            DB::unprepared("drop trigger if exists journal_refuses_$verb");
        }
        Schema::rename('journal', 'journal_before');
        foreach (['incident_id_seq', 'subject_kind_subject_id_seq', 'at'] as $index) {
            DB::unprepared("drop index if exists journal_{$index}_index");
        }
        Schema::create('journal', function (Blueprint $table): void {
            $table->id('seq');
            $table->dateTime('at', 3)->index();
            $table->string('actor_kind');
            $table->string('actor_id')->nullable();
            $table->string('kind');
            $table->string('subject_kind');
            $table->string('subject_id');
            $table->json('facts');
        });
        // One row or more an entry: without a place of its own it costs half as much to write.
        DB::unprepared('create table journal_subjects (seq integer not null, kind varchar(255) not null, id varchar(255) not null, '
            .'primary key (seq, kind, id))'.(DB::getDriverName() === 'sqlite' ? ' without rowid' : ''));
        Schema::table('journal_subjects', function (Blueprint $table): void {
            $table->index(['kind', 'id', 'seq']);
        });
        Schema::create('journal_words', function (Blueprint $table): void {
            $table->unsignedBigInteger('seq');
            $table->string('fact');
            $table->json('words')->nullable();
            $table->primary(['seq', 'fact']);
        });
        $this->ids = DB::table('people')->groupBy('name')->havingRaw('count(*) = 1')->selectRaw('name, min(id) as id')->pluck('id', 'name')
            ->map(strval(...))->all();
        DB::table('journal_before')->orderBy('seq')->chunk(self::AT_ONCE, $this->carryOver(...));
        Schema::drop('journal_before');
        // The journal is append-only, whatever a program tries.
        foreach (['update', 'delete'] as $verb) {
            match (DB::getDriverName()) {
                'sqlite' => DB::unprepared(
                    "create trigger journal_refuses_{$verb} before {$verb} on journal begin select raise(abort, 'the journal is append-only'); end",
                ),
                'pgsql' => DB::unprepared("create rule journal_refuses_{$verb} as on {$verb} to journal do instead nothing"),
                default => null,
            };
        }
    }

    /** @param  iterable<stdClass>  $rows */
    private function carryOver(iterable $rows): void
    {
        $entries = $subjects = $words = [];
        foreach ($rows as $row) {
            $facts = json_decode((string) $row->facts, true, 64, JSON_THROW_ON_ERROR);
            [$kind, $facts] = $this->typed((string) $row->kind, (string) $row->subject_id, is_array($facts) ? $facts : []);
            $beside = array_intersect_key($facts, array_flip(self::WORDS[$kind] ?? []));
            if ($row->actor_kind === 'reporter' && $row->actor_name !== 'A reporter') {
                $beside['reporter'] = $row->actor_name;
            }
            foreach (array_diff_key($this->people($kind, $facts), $beside) as $fact => $name) {
                $beside[$fact] = $name;
            }
            foreach (array_filter($beside, static fn(mixed $one): bool => $one !== '' && $one !== null) as $fact => $one) {
                $words[] = ['seq' => $row->seq, 'fact' => $fact, 'words' => self::json($one)];
            }
            $entries[] = [
                'seq' => $row->seq, 'at' => $row->at, 'actor_kind' => $row->actor_kind, 'actor_id' => $row->actor_id, 'kind' => $kind,
                'subject_kind' => $row->subject_kind, 'subject_id' => $row->subject_id,
                'facts' => self::json((object) array_diff_key($facts, $beside)),
            ];
            $stands = [
                $row->subject_kind => $row->subject_id, ...($row->incident_id === null ? [] : ['incident' => $row->incident_id]),
                ...(is_int($facts['import'] ?? null) ? ['import' => $facts['import']] : []),
            ];
            foreach ($stands as $of => $id) {
                $subjects[] = ['kind' => $of, 'id' => (string) $id, 'seq' => $row->seq];
            }
        }
        foreach (['journal' => $entries, 'journal_subjects' => $subjects, 'journal_words' => $words] as $table => $all) {
            foreach (array_chunk($all, 500) as $some) {
                DB::table($table)->insert($some);
            }
        }
    }

    /**
     * Names of people become ids.
     *
     * @param  array<array-key, mixed>  $facts
     * @return array<array-key, mixed> names that are nobody's, or of more than one, by fact
     */
    private function people(string $kind, array &$facts): array
    {
        $unknown = [];
        foreach ([...self::PEOPLE, ...($kind === 'call.handed' ? ['to'] : [])] as $fact) {
            $names = array_filter((array) ($facts[$fact] ?? []), is_string(...));
            $known = array_map(fn(string $name): string => $this->ids[$name] ?? $name, $names);
            if ($names === [] || $names === ['']) {
                continue;
            }
            if ($known !== $names) {
                $facts[$fact] = is_array($facts[$fact]) ? array_values($known) : array_values($known)[0];
            } else {
                $unknown[$fact] = $facts[$fact];
            }
        }

        return $unknown;
    }

    /**
     * @param  array<array-key, mixed>  $facts
     * @return array{string, array<array-key, mixed>} the kind and the facts as they are told now
     */
    private function typed(string $kind, string $subject, array $facts): array
    {
        $text = static fn(string $fact): string => is_string($facts[$fact] ?? null) ? $facts[$fact] : '';
        // An older kind of entry has in words what are values now.
        $prose = match ($kind) {
            'incident.changed' => ['what'], 'incident.declared' => ['alerts'], 'call.exhausted', 'call.refused' => ['words'],
            'rota.given_back', 'rota.taken', 'rota.evened', 'rota.imported', 'rota.swapped' => ['changes'], 'person.absence' => ['what'],
            'snapshot.taken', 'import.stored' => ['counts'], 'rule.saved', 'rule.dropped' => ['rule'], 'status.admitted' => ['text'],
            'call.acknowledged', 'call.later' => ['after'], 'page.sent' => ['delay'], default => [],
        };
        foreach ($prose as $fact) {
            if ($text($fact) !== '') {
                $facts['old'] = $text($fact);
                unset($facts[$fact]);
            }
        }
        foreach (['until', 'due'] as $time) {
            if ($text($time) !== '' && preg_match('/^\d{4}-\d\d-\d\dT/', $text($time)) !== 1) {
                $facts['old'] = "{$text($time)} UTC";
                unset($facts[$time]);
            }
        }
        $was = static fn(string $pattern, string $fact): ?string => preg_match($pattern, $text($fact), $m) === 1 ? $m[1] ?? '' : null;

        return match (true) {
            $kind === 'incident.changed' && $text('field') === 'title' => [
                $kind, ['field' => 'title', 'was' => $text('from'), 'is' => $text('to')],
            ],
            isset($facts['whom']) => [$kind, [
                ...array_diff_key($facts, ['whom' => 1, 'isTeam' => 1]),
                ($facts['isTeam'] ?? true) === true ? 'team' : 'person' => $facts['whom'],
            ]],
            in_array($kind, ['call.started', 'call.stopped', 'call.resolved'], true) && isset($this->ids[$text('team')]) => [
                $kind, [...array_diff_key($facts, ['team' => 1]), 'person' => $text('team')],
            ],
            $kind === 'dependency.accepted'
                && $text('by') === 'a rule' => [$kind, [...array_diff_key($facts, ['by' => 1]), 'rule' => true]],
            $kind === 'alert.detached' && $was('/^to (IN-\d+)$/', 'why') !== null => [
                $kind, [...array_diff_key($facts, ['why' => 1]), 'to' => $was('/^to (IN-\d+)$/', 'why')],
            ],
            $was('/^from the file (.+)$/s', 'why') !== null => [
                $kind, [...array_diff_key($facts, ['why' => 1]), 'file' => $was('/^from the file (.+)$/s', 'why')],
            ],
            $kind === 'item.changed' && $text('why') === 'it is there, though no scan sees it' => [
                $kind, [...array_diff_key($facts, ['why' => 1, 'at' => 1]), 'though' => 'unseen'],
            ],
            $kind === 'settings.changed' && in_array($subject, self::SETTINGS, true) => [
                "$subject.changed", array_diff_key($facts, ['what' => 1]),
            ],
            $kind === 'settings.changed' => [
                'auto_incidents.changed', ['team' => $was('/^when alerts of (.+) become incidents$/s', 'what') ?? $text('what')],
            ],
            default => [$kind, $facts],
        };
    }

    private static function json(mixed $value): string
    {
        return json_encode($value, JSON_THROW_ON_ERROR | JSON_UNESCAPED_UNICODE | JSON_UNESCAPED_SLASHES);
    }
};
