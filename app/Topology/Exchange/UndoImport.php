<?php

declare(strict_types=1);

namespace App\Topology\Exchange;

use App\Platform\Journal\Entry;
use App\Platform\Person;
use App\Platform\Refused;
use App\Topology\Item;
use App\Topology\Record\RetireItem;
use App\Topology\TopologyEntry;
use Illuminate\Support\Facades\DB;
use Skarvo\Topology\Exchange\CsvCell;

/**
 * Takes back what a file did: items that it added and nobody touched since are retired, and what it changed is put
 * together as a file of its own, that is looked at and confirmed like any other.
 */
final class UndoImport
{
    public function __construct(private readonly RetireItem $retire) {}

    /**
     * Call it inside a transaction.
     *
     * @return array{retired: int, kept: int, csv: string|null} csv: with the values from before, where any are to be set back
     */
    public function __invoke(\stdClass $import, string $why, Person $by): array
    {
        // Whoever comes second finds it undone.
        if (DB::table('imports')->where('id', $import->id)->where('state', 'stored')->update(['state' => 'undone']) === 0) {
            throw Refused::because('Only a file that was stored can be undone.');
        }
        $entries = Entry::query()->whereIn('kind', [TopologyEntry::ItemMade, TopologyEntry::ItemChanged])
            ->about('import', (int) $import->id)->orderBy('seq')->get();
        $retired = $kept = 0;
        $rows = [];
        foreach ($entries as $entry) {
            $item = Item::query()->find($entry->subject_id);
            if ($item === null) {
                continue;
            }
            if ($entry->kind === 'item.made') {
                $touched = Entry::query()->about('item', $item->id)->where('seq', '>', $entry->seq)->exists();
                if ($touched || RetireItem::isRetired($item->id)) {
                    $kept++;
                } else {
                    ($this->retire)($item, $why, $by);
                    $retired++;
                }

                continue;
            }
            $changes = is_array($entry->facts['changes'] ?? null) ? $entry->facts['changes'] : [];
            foreach ($changes as $field => $change) {
                if (is_array($change) && is_string($change[0] ?? null)) {
                    // A single dash empties a field.
                    $rows[$item->id][(string) $field] ??= $change[0] === '' ? '-' : CsvCell::guarded($change[0]);
                }
            }
        }

        return ['retired' => $retired, 'kept' => $kept, 'csv' => $rows === [] ? null : self::csv($rows)];
    }

    /** @param  array<string, array<string, string>>  $rows  by item */
    private static function csv(array $rows): string
    {
        $fields = array_values(array_unique(array_merge(...array_values(array_map(array_keys(...), $rows)))));
        $out = fopen('php://temp', 'w+b') ?: throw new \RuntimeException('There is no memory for a file.');
        fputcsv($out, ['id', ...$fields], escape: '');
        foreach ($rows as $id => $values) {
            fputcsv(
                $out,
                [CsvCell::guarded((string) $id), ...array_map(static fn(string $field): string => $values[$field] ?? '', $fields)],
                escape: '',
            );
        }
        rewind($out);

        return (string) stream_get_contents($out);
    }
}
