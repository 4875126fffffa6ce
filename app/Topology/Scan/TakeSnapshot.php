<?php

declare(strict_types=1);

namespace App\Topology\Scan;

use App\Platform\Journal\Actor;
use App\Platform\Journal\Journal;
use App\Platform\Moment;
use App\Platform\Person;
use App\Platform\WallClock;
use App\Topology\Record\Fields;
use App\Topology\Record\Needs;
use App\Topology\Record\RecordItems;
use App\Topology\TopologyEntry;
use Illuminate\Support\Facades\DB;
use Skarvo\Json\Document;
use Skarvo\Topology\Scan\ConnectionRule;
use Skarvo\Topology\Scan\Finding;
use Skarvo\Topology\Scan\KnownItem;
use Skarvo\Topology\Scan\Link;
use Skarvo\Topology\Scan\Reconcile;
use Skarvo\Topology\Scan\Reconciled;
use Skarvo\Topology\Scan\Snapshot;

/** Takes what a scanner found into the record of the estate, or holds it back for a person's word. */
final class TakeSnapshot
{
    /** What is counted of a snapshot, in words. */
    public const COUNTS = [
        'recognised' => 'recognised', 'new' => 'new', 'changed' => 'changed', 'contradicted' => 'contradicted',
        'missing' => 'no longer seen', 'back' => 'seen again', 'refused' => 'not told apart', 'connections' => 'connections',
    ];

    private const AT_ONCE = 300;

    /** The last one holds the database while it compares. */
    private const ATTEMPTS = 3;

    /** What a person is shown of each kind. */
    private const SHOWN = 100;

    /**
     * @param  string  $body  as it was sent
     * @return array{state: string, outcome: array<string, mixed>, because: string|null}
     */
    public function __invoke(Snapshot $snapshot, string $body): array
    {
        for ($attempt = 1; ; $attempt++) {
            $head = Journal::head();
            // What takes long is done before the database is taken: others write meanwhile, and it is looked at whether that mattered.
            $reconciled = $this->settled($snapshot, $body) === null ? $this->reconcile($snapshot) : null;
            $result = DB::transaction(function () use ($snapshot, $body, $reconciled, $head, $attempt): ?array {
                $settled = $this->settled($snapshot, $body, true);
                if ($settled !== null) {
                    return $settled;
                }
                if ($reconciled === null || $this->recordChangedSince($head)) {
                    return $attempt < self::ATTEMPTS ? null : $this->take($snapshot, $body, $this->reconcile($snapshot));
                }

                return $this->take($snapshot, $body, $reconciled);
            });
            if ($result !== null) {
                return $result;
            }
        }
    }

    /**
     * What needs no comparing: one that came before, one that is late, one that says word for word what was said last.
     *
     * @return array{state: string, outcome: array<string, mixed>, because: string|null}|null null if it has to be compared
     */
    private function settled(Snapshot $snapshot, string $body, bool $writes = false): ?array
    {
        $same = DB::table('snapshots')->where('scanner', $snapshot->scanner)->where('external_id', $snapshot->id)->first();
        if ($same !== null) {
            return [
                'state' => 'repeated', 'outcome' => (array) json_decode($same->outcome, true, 8, JSON_THROW_ON_ERROR),
                'because' => null,
            ];
        }
        $last = DB::table('snapshots')->where('scanner', $snapshot->scanner)
            ->where('state', 'taken')->orderByDesc('at')->orderByDesc('id')->first();
        if ($last !== null && (int) $last->at > $snapshot->at) {
            $why = 'A later one, of '.WallClock::outside(Moment::of((int) $last->at)).', was taken already.';
            if ($writes) {
                DB::table('snapshots')->insert([
                    ...self::row($snapshot, $body), 'state' => 'refused', 'held_because' => $why, 'outcome' => '{}',
                ]);
                Journal::write(
                    Actor::scanner($snapshot->scanner), TopologyEntry::SnapshotRefused, ['scanner', $snapshot->scanner],
                    ['scanner' => $snapshot->scanner, 'taken' => Moment::of((int) $last->at)->toIso8601ZuluString()],
                );
            }

            return ['state' => 'refused', 'outcome' => [], 'because' => $why];
        }
        if ($last !== null && $last->fingerprint === self::fingerprint($body) && $this->nothingCameBetween($last)) {
            if ($writes) {
                // It was there, and that is all.
                DB::table('item_sightings')->where('scanner', $snapshot->scanner)
                    ->where('seen_at', (int) $last->at)->update(['seen_at' => $snapshot->at]);
                DB::table('snapshots')
                    ->where('id', $last->id)
                    ->update(['at' => $snapshot->at, 'external_id' => $snapshot->id, 'received_at' => Moment::precise(now())]);
            }

            return [
                'state' => 'unchanged', 'outcome' => (array) json_decode($last->outcome, true, 8, JSON_THROW_ON_ERROR),
                'because' => null,
            ];
        }

        return null;
    }

    /** @return array<string, string|int> */
    private static function row(Snapshot $snapshot, string $body): array
    {
        return [
            'scanner' => $snapshot->scanner, 'external_id' => $snapshot->id, 'at' => $snapshot->at,
            'received_at' => Moment::precise(now()), 'body' => $body, 'fingerprint' => self::fingerprint($body),
        ];
    }

    /** @return array{state: string, outcome: array<string, mixed>, because: string|null} */
    private function take(Snapshot $snapshot, string $body, Reconciled $reconciled): array
    {
        $outcome = $this->told($reconciled);
        $held = $reconciled->held !== null;
        $id = DB::table('snapshots')->insertGetId([
            ...self::row($snapshot, $body), 'state' => $held ? 'held' : 'taken', 'held_because' => $reconciled->held,
            'outcome' => json_encode($outcome, JSON_THROW_ON_ERROR | JSON_UNESCAPED_UNICODE),
        ]);
        if ($held) {
            Journal::write(
                Actor::scanner($snapshot->scanner), TopologyEntry::SnapshotHeld, ['snapshot', $id],
                ['scanner' => $snapshot->scanner, 'why' => $reconciled->held],
            );

            return ['state' => 'held', 'outcome' => $outcome, 'because' => $reconciled->held];
        }
        $this->keep($snapshot, $reconciled, $id);
        $this->forgetBodies($snapshot->scanner, $id);

        return ['state' => 'taken', 'outcome' => $outcome, 'because' => null];
    }

    private function recordChangedSince(int $head): bool
    {
        return DB::table('journal')->where('seq', '>', $head)
            ->whereIn('subject_kind', ['item', 'type', 'relation', 'rule', 'snapshot'])->exists();
    }

    /** A person says yes to one that was held back; what it would do is decided anew. Call it inside a transaction. */
    public function letIn(int $id, Person $by): bool
    {
        $row = DB::table('snapshots')->where('id', $id)->where('state', 'held')->first();
        if ($row === null) {
            return false;
        }
        $snapshot = Snapshot::read(Document::parse($row->body));
        $reconciled = $this->reconcile($snapshot);
        DB::table('snapshots')
            ->where('id', $id)
            ->update([
                'state' => 'taken', 'decided_by' => $by->name, 'decided_at' => Moment::precise(now()),
                'outcome' => json_encode($this->told($reconciled), JSON_THROW_ON_ERROR | JSON_UNESCAPED_UNICODE),
            ]);
        $this->keep($snapshot, $reconciled, $id);
        Journal::write(
            Actor::person($by), TopologyEntry::SnapshotTaken, ['snapshot', $id],
            ['scanner' => $snapshot->scanner, 'though' => (string) $row->held_because],
        );

        return true;
    }

    /** Call it inside a transaction. */
    public function turnAway(int $id, Person $by, string $why): bool
    {
        $done = DB::table('snapshots')->where('id', $id)
            ->where('state', 'held')
            ->update(['state' => 'refused', 'decided_by' => $by->name, 'decided_at' => Moment::precise(now())]) === 1;
        if ($done) {
            Journal::write(
                Actor::person($by), TopologyEntry::SnapshotRefused, ['snapshot', $id],
                ['scanner' => (string) DB::table('snapshots')->where('id', $id)->value('scanner'), 'why' => $why],
            );
        }

        return $done;
    }

    public function reconcile(Snapshot $snapshot): Reconciled
    {
        $needs = [];
        foreach (DB::table('dependencies')->get(['from_id', 'to_id']) as $row) {
            $needs["$row->from_id $row->to_id"] = true;
        }

        return (new Reconcile(
            array_values($this->known()), Fields::load(), self::rules(),
            static fn(string $from, string $to): bool => isset($needs["$from $to"]),
        ))->take($snapshot);
    }

    /** @return list<ConnectionRule> */
    public static function rules(): array
    {
        return array_values(DB::table('connection_rules')->orderBy('id')->get()->map(static fn(\stdClass $r): ConnectionRule => new ConnectionRule(
            (string) $r->id, $r->from_kind, $r->to_kind, $r->port === null ? null : (int) $r->port, $r->relation_id,
        ))->all());
    }

    /** @return array<array-key, KnownItem> */
    private function known(): array
    {
        $byHand = $byScan = $seen = [];
        foreach (DB::table('item_values')->get(['item_id', 'field', 'origin', 'value', 'said_at']) as $row) {
            if ($row->origin === Fields::BY_HAND) {
                $byHand[$row->item_id][$row->field] = $row->value;
            } else {
                $byScan[$row->item_id][$row->field][substr($row->origin, strlen(Fields::BY_SCAN))] = [
                    $row->value, Moment::seconds($row->said_at),
                ];
            }
        }
        foreach (DB::table('item_sightings')->get() as $row) {
            $seen[$row->item_id][$row->scanner] = (int) $row->seen_at;
        }
        $known = [];
        foreach (DB::table('items')->orderBy('id')->get(['id', 'kind', 'not_seen_since']) as $row) {
            $known[$row->id] = new KnownItem(
                (string) $row->id, $row->kind, $byHand[$row->id] ?? [], $byScan[$row->id] ?? [], $seen[$row->id] ?? [],
                $row->not_seen_since === null ? null : Moment::seconds($row->not_seen_since),
            );
        }

        return $known;
    }

    private function keep(Snapshot $snapshot, Reconciled $reconciled, int $id): void
    {
        $by = Actor::scanner($snapshot->scanner);
        $rows = [];
        foreach (array_chunk(array_map(static fn(Finding $f): string => $f->id, $reconciled->findings), self::AT_ONCE) as $ids) {
            $rows += DB::table('items')->whereIn('id', $ids)->get(['id', 'name', 'attributes'])->keyBy('id')->all();
        }
        $new = $values = $sightings = $entries = [];
        foreach ($reconciled->findings as $finding) {
            $before = $rows[$finding->id] ?? null;
            $counts = array_map(static fn(array $change): string => $change[1], $finding->changes);
            $facts = ['name' => $counts['name'] ?? (string) ($before->name ?? $finding->id), 'changes' => $finding->changes];
            if ($before === null) {
                $new[] = RecordItems::row($finding->id, $finding->said);
                $entries[] = ['kind' => TopologyEntry::ItemFound, 'id' => $finding->id, 'also' => [], 'facts' => $facts];
            } elseif ($counts !== []) {
                DB::table('items')->where('id', $finding->id)->update(RecordItems::columns($counts, $before));
                $entries[] = [
                    'kind' => TopologyEntry::ItemChanged, 'id' => $finding->id, 'also' => [],
                    'facts' => [...$facts, 'why' => ''],
                ];
            }
            if ($finding->isBack) {
                $entries[] = [
                    'kind' => TopologyEntry::ItemBack, 'id' => $finding->id, 'also' => [],
                    'facts' => ['name' => $facts['name']],
                ];
            }
            foreach ($finding->saidNew as $field => $value) {
                $values[] = [
                    'item_id' => $finding->id, 'field' => (string) $field, 'origin' => Fields::BY_SCAN.$snapshot->scanner,
                    'value' => $value, 'said_by' => $snapshot->scanner, 'said_at' => Moment::text($snapshot->at),
                    'overruled' => false,
                ];
            }
            $sightings[] = ['item_id' => $finding->id, 'scanner' => $snapshot->scanner, 'seen_at' => $snapshot->at];
        }
        foreach (array_chunk($new, self::AT_ONCE) as $chunk) {
            DB::table('items')->insert($chunk);
        }
        foreach (array_chunk($values, self::AT_ONCE) as $chunk) {
            // What a person overruled stays so until the scan says something else again.
            DB::table('item_values')->upsert(
                $chunk, ['item_id', 'field', 'origin'],
                ['overruled' => DB::raw('item_values.overruled and item_values.value = excluded.value'), 'value', 'said_by', 'said_at'],
            );
        }
        foreach (array_chunk($sightings, self::AT_ONCE) as $chunk) {
            DB::table('item_sightings')->upsert($chunk, ['item_id', 'scanner'], ['seen_at']);
        }
        foreach (array_chunk(
            array_map(
                static fn(Finding $f): string => $f->id,
                array_filter($reconciled->findings, static fn(Finding $f): bool => $f->isBack),
            ),
            self::AT_ONCE,
        ) as $ids) {
            DB::table('items')->whereIn('id', $ids)->update(['not_seen_since' => null]);
        }
        foreach ($reconciled->missing as $missing) {
            $last = (int) DB::table('item_sightings')->where('item_id', $missing)->where('scanner', $snapshot->scanner)->value('seen_at');
            DB::table('items')->where('id', $missing)->update(['not_seen_since' => Moment::text($last)]);
            $entries[] = [
                'kind' => TopologyEntry::ItemMissing, 'id' => $missing, 'also' => [],
                'facts' => ['name' => (string) DB::table('items')->where('id', $missing)->value('name')],
            ];
        }
        $this->links($snapshot, $reconciled->links);
        Journal::writeMany($by, 'item', $entries);
        if ($entries !== [] || $reconciled->links !== []) {
            Journal::write(
                $by, TopologyEntry::SnapshotTaken, ['snapshot', $id],
                ['scanner' => $snapshot->scanner, 'counts' => $this->told($reconciled)['counts'] ?? []],
            );
        }
    }

    /** @param  list<Link>  $links */
    private function links(Snapshot $snapshot, array $links): void
    {
        $at = Moment::text($snapshot->at);
        $relations = [];
        foreach (Fields::relations() as $relation) {
            $relations[$relation->id] = $relation;
        }
        $states = DB::table('proposed_dependencies')->get(['from_id', 'to_id', 'state'])
            ->mapWithKeys(static fn(\stdClass $row): array => ["$row->from_id $row->to_id" => (string) $row->state])
            ->all();
        $rows = [];
        foreach ($links as $link) {
            $rows[] = [
                'from_id' => $link->from, 'to_id' => $link->to, 'scanner' => $snapshot->scanner, 'port' => $link->port,
                'seen' => $link->seen, 'first_seen_at' => $at, 'last_seen_at' => $at, 'state' => 'proposed',
            ];
        }
        foreach (array_chunk($rows, self::AT_ONCE) as $chunk) {
            DB::table('proposed_dependencies')->upsert($chunk, ['from_id', 'to_id'], ['scanner', 'port', 'seen', 'last_seen_at']);
        }
        foreach ($links as $link) {
            $relation = $link->rule === null ? null : $relations[$link->rule->relation] ?? null;
            // A rule does not go over a person's no.
            if ($relation !== null && ($states["$link->from $link->to"] ?? 'proposed') === 'proposed') {
                Needs::add($link->from, $link->to, $relation->strength, $relation->id);
                DB::table('proposed_dependencies')->where('from_id', $link->from)
                    ->where('to_id', $link->to)
                    ->update(['state' => 'accepted', 'decided_by' => 'a rule', 'decided_at' => Moment::precise(now())]);
                $names = DB::table('items')->whereIn('id', [$link->from, $link->to])->pluck('name', 'id');
                Journal::write(
                    Actor::scanner($snapshot->scanner), TopologyEntry::DependencyAccepted, ['item', $link->from],
                    ['from' => $names[$link->from] ?? $link->from, 'to' => $names[$link->to] ?? $link->to, 'rule' => true],
                );
            }
        }
    }

    /** @return array<string, mixed> what a person is shown of it */
    public function told(Reconciled $reconciled): array
    {
        $new = array_values(array_filter($reconciled->findings, static fn(Finding $f): bool => $f->by === null));
        $changed = array_values(array_filter($reconciled->findings, static fn(Finding $f): bool => $f->by !== null && $f->changes !== []));
        $contradicted = array_values(array_filter($reconciled->findings, static fn(Finding $f): bool => $f->contradicts !== []));
        $brief = static fn(array $list): array => array_slice($list, 0, self::SHOWN);

        return [
            'counts' => [
                'recognised' => count($reconciled->findings) - count($new), 'new' => count($new), 'changed' => count($changed),
                'contradicted' => count($contradicted), 'missing' => count($reconciled->missing),
                'back' => count(array_filter($reconciled->findings, static fn(Finding $f): bool => $f->isBack)),
                'refused' => count($reconciled->refused), 'connections' => count($reconciled->links),
            ],
            'new' => $brief(array_map(static fn(Finding $f): array => ['id' => $f->id, 'kind' => $f->kind], $new)),
            'changed' => $brief(array_map(
                static fn(Finding $f): array => ['id' => $f->id, 'by' => $f->by, 'changes' => $f->changes], $changed,
            )),
            'contradicted' => $brief(array_map(
                static fn(Finding $f): array => ['id' => $f->id, 'contradicts' => $f->contradicts], $contradicted,
            )),
            'missing' => $brief($reconciled->missing),
            'refused' => $brief($reconciled->refused),
            'passed_over' => $brief(array_merge(
                [],
                ...array_map(
                    static fn(Finding $f): array => array_map(
                        static fn(string $why): array => ['ref' => $f->ref, 'why' => $why], $f->passedOver,
                    ),
                    $reconciled->findings,
                ),
            )),
        ];
    }

    /** @param  array<string, mixed>  $outcome */
    public static function counts(array $outcome): string
    {
        $counts = is_array($outcome['counts'] ?? null) ? $outcome['counts'] : [];
        $told = [];
        foreach (self::COUNTS as $name => $words) {
            if (is_int($counts[$name] ?? null) && $counts[$name] > 0) {
                $told[] = "$counts[$name] $words";
            }
        }

        return implode(', ', $told);
    }

    /** Whether the record is as the last snapshot left it: nobody typed, imported or scanned in between. */
    private function nothingCameBetween(\stdClass $last): bool
    {
        $entry = DB::table('journal_subjects')->where('kind', 'snapshot')->where('id', (string) $last->id)->max('seq');

        return ! DB::table('journal')
            ->whereIn('subject_kind', ['item', 'type', 'relation', 'rule'])->where('seq', '>', (int) ($entry ?? 0))
            ->where('at', '>=', $last->received_at)->exists();
    }

    /** The words of a snapshot apart from its id and its time. */
    private static function fingerprint(string $body): string
    {
        $document = (array) json_decode($body, true, 512, JSON_THROW_ON_ERROR);
        unset($document['id'], $document['at']);

        return hash('sha256', json_encode($document, JSON_THROW_ON_ERROR));
    }

    /** A body is needed as long as a person may say yes. */
    private function forgetBodies(string $scanner, int $upTo): void
    {
        DB::table('snapshots')->where('scanner', $scanner)
            ->where('id', '<', $upTo)->where('state', '!=', 'held')->where('body', '!=', '')->update(['body' => '']);
        // What was held is overtaken by what came later and was taken.
        DB::table('snapshots')->where('scanner', $scanner)
            ->where('id', '<', $upTo)->where('state', 'held')
            ->update(['state' => 'refused', 'held_because' => 'A later one was taken.', 'decided_by' => 'Skarvo']);
    }
}
