<?php

declare(strict_types=1);

namespace App\Topology\Scan;

use App\Platform\Journal\Actor;
use App\Platform\Journal\Journal;
use App\Platform\Moment;
use App\Platform\Person;
use App\Platform\Refused;
use App\Platform\WallClock;
use App\Topology\Record\Needs;
use App\Topology\TopologyEntry;
use Illuminate\Support\Facades\DB;
use Skarvo\Json\Document;
use Skarvo\Topology\Scan\Reconciled;
use Skarvo\Topology\Scan\Snapshot;

/** Takes what a scanner found into the record of the estate, or holds it back for a person's word. */
final class TakeSnapshot
{
    /** The last one holds the database while it compares. */
    private const ATTEMPTS = 3;

    /**
     * @param  string  $body  as it was sent
     * @return array{state: string, outcome: array<string, mixed>, because: string|null}
     */
    public function __invoke(Snapshot $snapshot, string $body): array
    {
        for ($attempt = 1; ; $attempt++) {
            $head = Journal::head();
            // What takes long is done before the database is taken: others write meanwhile, and it is looked at whether that mattered.
            $reconciled = $this->settled($snapshot, $body) === null ? CompareSnapshot::withRecord($snapshot) : null;
            $result = DB::transaction(function () use ($snapshot, $body, $reconciled, $head, $attempt): ?array {
                $settled = $this->settled($snapshot, $body, true);
                if ($settled !== null) {
                    return $settled;
                }
                if ($reconciled === null || $this->recordChangedSince($head)) {
                    return $attempt < self::ATTEMPTS ? null : $this->take($snapshot, $body, CompareSnapshot::withRecord($snapshot));
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
        $outcome = SnapshotOutcome::of($reconciled);
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
        (new KeepSnapshot($snapshot))($reconciled, $id);
        $this->forgetBodies($snapshot->scanner, $id);

        return ['state' => 'taken', 'outcome' => $outcome, 'because' => null];
    }

    private function recordChangedSince(int $head): bool
    {
        return DB::table('journal')->where('seq', '>', $head)
            ->whereIn('subject_kind', ['item', 'type', 'relation', 'rule', 'snapshot'])->exists();
    }

    /**
     * A person says yes to one that was held back; what it would do is decided anew. Call it inside a transaction.
     *
     * @throws Refused if it was turned away meanwhile
     */
    public function letIn(int $id, Person $by): bool
    {
        $row = DB::table('snapshots')->where('id', $id)->where('state', 'held')->first();
        if ($row === null) {
            self::unlessOtherwise($id, 'refused');

            return false;
        }
        $snapshot = Snapshot::read(Document::parse($row->body));
        $reconciled = CompareSnapshot::withRecord($snapshot);
        DB::table('snapshots')
            ->where('id', $id)
            ->update([
                'state' => 'taken', 'decided_by' => $by->name, 'decided_at' => Moment::precise(now()),
                'outcome' => json_encode(SnapshotOutcome::of($reconciled), JSON_THROW_ON_ERROR | JSON_UNESCAPED_UNICODE),
            ]);
        (new KeepSnapshot($snapshot))($reconciled, $id);
        Journal::write(
            Actor::person($by), TopologyEntry::SnapshotTaken, ['snapshot', $id],
            ['scanner' => $snapshot->scanner, 'though' => (string) $row->held_because],
        );

        return true;
    }

    /**
     * Call it inside a transaction.
     *
     * @throws Refused if it was let in meanwhile
     */
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
        } else {
            self::unlessOtherwise($id, 'taken');
        }

        return $done;
    }

    /** @throws Refused where somebody decided the opposite */
    private static function unlessOtherwise(int $id, string $opposite): void
    {
        $row = DB::table('snapshots')->where('id', $id)->where('state', $opposite)->first(['decided_by']);
        if ($row !== null) {
            throw Refused::because(
                ($row->decided_by ?? 'Skarvo').($opposite === 'taken' ? ' let it in meanwhile.' : ' turned it away meanwhile.'),
            );
        }
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
