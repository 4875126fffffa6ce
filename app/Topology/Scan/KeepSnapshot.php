<?php

declare(strict_types=1);

namespace App\Topology\Scan;

use App\Platform\Journal\Actor;
use App\Platform\Journal\Journal;
use App\Platform\Moment;
use App\Topology\Record\Fields;
use App\Topology\Record\Needs;
use App\Topology\Record\RecordItems;
use App\Topology\TopologyEntry;
use Illuminate\Support\Facades\DB;
use Skarvo\Topology\Scan\Finding;
use Skarvo\Topology\Scan\Reconciled;
use Skarvo\Topology\Scan\SeenConnection;
use Skarvo\Topology\Scan\Snapshot;

/** Writes into the record of the estate what came of a snapshot. Call it inside a transaction. */
final class KeepSnapshot
{
    private const AT_ONCE = 300;

    public function __construct(private readonly Snapshot $snapshot) {}

    /** @param  int  $id  of the snapshot */
    public function __invoke(Reconciled $reconciled, int $id): void
    {
        $by = Actor::scanner($this->snapshot->scanner);
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
                    'item_id' => $finding->id, 'field' => (string) $field, 'origin' => Fields::BY_SCAN.$this->snapshot->scanner,
                    'value' => $value, 'said_by' => $this->snapshot->scanner, 'said_at' => Moment::text($this->snapshot->at),
                    'overruled' => false,
                ];
            }
            $sightings[] = ['item_id' => $finding->id, 'scanner' => $this->snapshot->scanner, 'seen_at' => $this->snapshot->at];
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
            $last = (int) DB::table('item_sightings')->where('item_id', $missing)->where('scanner', $this->snapshot->scanner)
                ->value('seen_at');
            DB::table('items')->where('id', $missing)->update(['not_seen_since' => Moment::text($last)]);
            $entries[] = [
                'kind' => TopologyEntry::ItemMissing, 'id' => $missing, 'also' => [],
                'facts' => ['name' => (string) DB::table('items')->where('id', $missing)->value('name')],
            ];
        }
        $this->links($reconciled->links);
        Journal::writeMany($by, 'item', $entries);
        if ($entries !== [] || $reconciled->links !== []) {
            Journal::write(
                $by, TopologyEntry::SnapshotTaken, ['snapshot', $id],
                ['scanner' => $this->snapshot->scanner, 'counts' => SnapshotOutcome::of($reconciled)['counts'] ?? []],
            );
        }
    }

    /** @param  list<SeenConnection>  $links */
    private function links(array $links): void
    {
        $at = Moment::text($this->snapshot->at);
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
                'from_id' => $link->from, 'to_id' => $link->to, 'scanner' => $this->snapshot->scanner, 'port' => $link->port,
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
                    Actor::scanner($this->snapshot->scanner), TopologyEntry::DependencyAccepted, ['item', $link->from],
                    ['from' => $names[$link->from] ?? $link->from, 'to' => $names[$link->to] ?? $link->to, 'rule' => true],
                );
            }
        }
    }
}
