<?php

declare(strict_types=1);

namespace App\Topology\Exchange;

use App\Platform\Journal\Actor;
use App\Platform\Journal\Journal;
use App\Platform\Person;
use App\Topology\Record\RecordItems;
use App\Topology\TopologyEntry;
use Illuminate\Bus\Queueable;
use Illuminate\Contracts\Queue\ShouldQueue;
use Illuminate\Foundation\Bus\Dispatchable;
use Illuminate\Queue\InteractsWithQueue;
use Illuminate\Support\Facades\DB;
use Skarvo\Topology\Exchange\PlannedRow;

/**
 * Stores a part of a file that a person has looked at, and asks for the next part: first all items, then what they need.
 *
 * Each part is one transaction that moves the mark of how far it came, so that a part is done once, whatever is killed.
 */
final class StoreImport implements ShouldQueue
{
    use Dispatchable;
    use InteractsWithQueue;
    use Queueable;

    /** So few at once that nobody waits for the database for long. */
    private const AT_ONCE = 500;

    public int $tries = 0;

    public int $timeout = 50;

    public int $backoff = 5;

    public function __construct(public readonly int $import) {}

    public function handle(): void
    {
        // The rows are read outside of the transaction: others may write meanwhile.
        $seen = DB::table('imports')->where('id', $this->import)->where('state', 'storing')->first();
        if ($seen === null) {
            return;
        }
        $all = self::toStore($seen);
        [$rows, $next] = ImportPlans::part($seen->path, [PlannedRow::NEW, PlannedRow::CHANGED], (int) $seen->at_byte, self::AT_ONCE);
        DB::transaction(function () use ($seen, $rows, $next, $all): void {
            $mark = DB::table('imports')->where('id', $this->import)->where('state', 'storing')->where('done', $seen->done);
            if (! $mark->exists()) {
                return;
            }
            $person = Person::query()->whereKey($seen->author_id)->firstOrFail();
            $record = new RecordItems;
            $overtaken = [];
            // The items are all there before the first need is put.
            $putsItems = (int) $seen->done < $all;
            if ($putsItems) {
                [$standing, $overtaken] = $this->stillAsShown($rows);
                $record($standing, Actor::person($person), ['file' => $seen->name, 'import' => $this->import], withNeeds: false);
            } else {
                $record->putNeeds($rows);
            }
            $done = (int) $seen->done + count($rows);
            $isOver = $done >= 2 * $all || $rows === [];
            $notes = [...(array) json_decode($seen->notes, true, 4, JSON_THROW_ON_ERROR), ...$overtaken];
            $mark->update([
                'done' => $done, 'at_byte' => $putsItems && $done >= $all ? 0 : $next, 'state' => $isOver ? 'stored' : 'storing',
                'notes' => json_encode($notes, JSON_THROW_ON_ERROR | JSON_UNESCAPED_UNICODE),
            ]);
            if ($isOver) {
                $counts = (array) json_decode($seen->counts, true, 4, JSON_THROW_ON_ERROR);
                Journal::write(
                    Actor::person($person), TopologyEntry::ImportStored, ['import', $this->import],
                    [
                        'name' => $seen->name,
                        'counts' => array_map(static fn(mixed $many): int => is_numeric($many) ? (int) $many : 0, $counts),
                    ],
                );
            } else {
                self::dispatch($this->import);
            }
        });
        if (DB::table('imports')->where('id', $this->import)->value('state') === 'stored') {
            ImportPlans::forget($seen->path);
        }
    }

    private static function toStore(\stdClass $import): int
    {
        $counts = (array) json_decode($import->counts, true, 4, JSON_THROW_ON_ERROR);

        return (int) $counts['new'] + (int) $counts['changed'];
    }

    /**
     * Leaves out what somebody changed since the file was looked at: their word is newer than the picture.
     *
     * @param  list<PlannedRow>  $rows
     * @return array{list<PlannedRow>, list<string>} those that stand, and what is left out, in sentences
     */
    private function stillAsShown(array $rows): array
    {
        $known = (new \App\Topology\Record\RecordedItems)->items(array_values(
            array_map(static fn(PlannedRow $row): string => $row->id, $rows),
        ));
        $stand = $left = [];
        foreach ($rows as $row) {
            $now = $known[$row->id]['fields'] ?? null;
            $changes = $row->changes;
            if ($row->outcome === PlannedRow::NEW && $now !== null) {
                $left[] = "$row->at: \"$row->id\" was recorded meanwhile, and is left as it is.";

                continue;
            }
            foreach ($now === null ? [] : array_diff_key($row->changes, ['needs' => 1]) as $field => [$from, $to]) {
                if (($now[$field] ?? '') !== $from && ($now[$field] ?? '') !== $to) {
                    unset($changes[$field]);
                    $left[] = "$row->at: somebody changed $field of \"$row->id\" meanwhile, and it is left as it is.";
                }
            }
            $stand[] = new PlannedRow($row->at, $row->id, $row->outcome, $changes, $row->needs, $row->why);
        }

        return [$stand, array_slice($left, 0, 50)];
    }
}
